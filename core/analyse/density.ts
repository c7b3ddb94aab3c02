import { LIMBS, type Limb } from '#core/kit'
import type { Groove, TimedStroke } from '#core/groove'
import { type BarTime, barsTicks, beatsOf } from '#core/time'

/** How busy one limb is: strokes a second over the whole pass, and the most in any one second. */
export interface Busy { limb: Limb, mean: number, most: number }

/** Each playing limb's strokes a second; `length` is the pass in seconds, and the second may run over its end. */
export function busyLimbs(events: readonly TimedStroke[], length: number): Busy[] {
  return LIMBS.flatMap((limb) => {
    const times = events.filter(event => event.limb === limb).map(event => event.seconds).sort((a, b) => a - b)
    if (!times.length) return []
    const laps = Math.ceil(1 / length) + 1
    const running = Array.from({ length: laps }, (_, lap) => times.map(time => time + lap * length)).flat()
    let most = 0
    let first = 0
    running.forEach((time, i) => {
      while (running[first]! <= time - 1) first++
      most = Math.max(most, i - first + 1)
    })
    return [{ limb, mean: times.length / length, most }]
  })
}

/** The share of strokes that do not fall on a felt beat, 0 to 1. */
export function offBeatShare(groove: Pick<Groove, 'bars'>, events: readonly TimedStroke[]): number {
  const onBeat = new Set(beatsOf(groove.bars).map(beat => beat.at))
  return events.length ? events.filter(event => !onBeat.has(event.at)).length / events.length : 0
}

/** Weights of n equal places from repeated division by the smallest prime: `weights(4) // => [0, -2, -1, -2]`. */
export function weights(n: number): number[] {
  const out = Array<number>(n).fill(0)
  let step = n
  for (let depth = 1; step > 1; depth++) {
    const prime = [2, 3, 5, 7].find(p => step % p === 0) ?? step
    const next = step / prime
    for (let i = 0; i < n; i++) if (i % step !== 0 && i % next === 0) out[i] = -depth
    step = next
  }
  return out
}

/** Every slot's tick and metrical weight, in order: the bar, then its felt beats, then the slots within them. */
export interface Weighed { ticks: number[], weights: number[], total: number }

export function weigh(bars: readonly BarTime[]): Weighed {
  const beats = beatsOf(bars)
  const counts = bars.map(bar => weights(bar.slots.length))
  const ofBeat = beats.map(beat => counts[beat.bar]![beat.beat]!)
  const deepest = Math.min(...ofBeat)
  const within = new Map<number, number[]>()
  const out: Weighed = { ticks: [], weights: [], total: barsTicks(bars) }
  beats.forEach((beat, i) => {
    const own = within.get(beat.slots) ?? weights(beat.slots)
    within.set(beat.slots, own)
    own.forEach((weight, slot) => {
      out.ticks.push(beat.at + slot * beat.length / beat.slots)
      out.weights.push(weight === 0 ? ofBeat[i]! : deepest + weight)
    })
  })
  return out
}

/**
 * Syncopation of one line of onsets by the measure of H. C. Longuet-Higgins and C. S. Lee (1984): a note
 * followed by a rest of greater metrical weight, before the next note, scores the difference; the line goes round.
 * `grid` is `weigh(bars)`; onsets off the grid are left out.
 */
export function syncopation(grid: Weighed, onsets: readonly number[]): number {
  const struck = new Set(onsets)
  const notes = grid.ticks.flatMap((tick, i) => (struck.has(tick) ? [i] : []))
  const many = grid.ticks.length
  return notes.reduce((score, note, n) => {
    const next = notes[n + 1] ?? notes[0]! + many
    let heaviest = -Infinity
    for (let i = note + 1; i < next; i++) heaviest = Math.max(heaviest, grid.weights[i % many]!)
    return score + Math.max(0, heaviest - grid.weights[note]!)
  }, 0)
}
