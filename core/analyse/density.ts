import { LIMBS, type Limb } from '#core/kit'
import type { Groove, TimedStroke } from '#core/groove'
import { type BarTime, barsTicks, beatsOf, mod, slotsOf } from '#core/time'

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

/** The metrical weight of every slot: the bar, then its felt beats, then the slots within them. */
function slotWeights(bars: readonly BarTime[]): Map<number, number> {
  const map = new Map<number, number>()
  const beats = beatsOf(bars)
  const ofBeat = beats.map((beat) => {
    const inBar = beats.filter(other => other.bar === beat.bar)
    return weights(inBar.length)[beat.beat]!
  })
  const deepest = Math.min(...ofBeat)
  for (const slot of slotsOf(bars)) {
    const beat = beats.findIndex(one => one.bar === slot.bar && one.beat === slot.beat)
    const within = weights(beats[beat]!.slots)[slot.slot]!
    map.set(slot.at, within === 0 ? ofBeat[beat]! : deepest + within)
  }
  return map
}

/**
 * Syncopation of one line of onsets by the measure of H. C. Longuet-Higgins and C. S. Lee (1984): a note
 * followed by a rest of greater metrical weight, before the next note, scores the difference; the line goes round.
 */
export function syncopation(bars: readonly BarTime[], onsets: readonly number[]): number {
  const weight = slotWeights(bars)
  const slots = [...weight.keys()]
  const notes = [...new Set(onsets)].filter(at => weight.has(at)).sort((a, b) => a - b)
  const total = barsTicks(bars)
  return notes.reduce((score, at, i) => {
    const gap = notes.length === 1 ? total : mod((notes[i + 1] ?? notes[0]!) - at, total)
    const rests = slots.filter((slot) => {
      const distance = mod(slot - at, total)
      return distance > 0 && distance < gap
    })
    const heaviest = Math.max(...rests.map(rest => weight.get(rest)!), -Infinity)
    return score + Math.max(0, heaviest - weight.get(at)!)
  }, 0)
}
