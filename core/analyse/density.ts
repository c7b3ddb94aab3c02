import { groupedBy } from '#core/grouped'
import { LIMBS, type Limb } from '#core/kit'
import { present } from '#core/present'
import type { Groove, Role, TimedStroke } from '#core/groove'
import { type BarTime, barsTicks, beatsOf, isDotted } from '#core/time'

/** How busy one limb is: strokes a second over the whole pass, and the most in any one second. */
export interface Busy {
  limb: Limb
  mean: number
  most: number
}

/** Each playing limb's strokes a second; `length` is the pass in seconds, and the second may run over its end. @internal */
export function busyLimbs(events: readonly TimedStroke[], length: number): Busy[] {
  return LIMBS.flatMap(limb => {
    const times = events
      .filter(event => event.limb === limb)
      .map(event => event.seconds)
      .sort((a, b) => a - b)
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

/** The share of strokes that do not fall on a felt beat, 0 to 1. @internal */
export function offBeatShare(groove: Pick<Groove, 'bars'>, events: readonly TimedStroke[]): number {
  const onBeat = new Set(beatsOf(groove.bars).map(beat => beat.at))
  const total = barsTicks(groove.bars)
  return events.length ? events.filter(event => !onBeat.has(event.at % total)).length / events.length : 0
}

/**
 * Weights of n equal places from repeated division by the smallest prime, or by threes first: `weights(4) // => [0, -2, -1, -2]`,
 * `weights(6, true) // => [0, -2, -1, -2, -1, -2]`, as a dotted beat is felt.
 */
export function weights(n: number, threes = false): number[] {
  const out = Array<number>(n).fill(0)
  let step = n
  for (let depth = 1; step > 1; depth++) {
    const prime = (threes ? [3, 2, 5, 7] : [2, 3, 5, 7]).find(p => step % p === 0) ?? step
    const next = step / prime
    for (let i = 0; i < n; i++) if (i % step !== 0 && i % next === 0) out[i] = -depth
    step = next
  }
  return out
}

/** Every slot's tick and metrical weight, in order: the bar, then its felt beats, then the slots within them. */
interface Weighed {
  ticks: number[]
  weights: number[]
  total: number
}

/** The grid of some bars with its weights, every felt beat below the bar, a dotted one by threes: `weigh(makeBars(meter(4, 4), 1, 1)).weights // => [0, -2, -1, -2]`. */
export function weigh(bars: readonly BarTime[]): Weighed {
  const beats = beatsOf(bars)
  const counts = bars.map(bar => weights(bar.slots.length))
  const ofBeat = beats.map(beat => counts[beat.bar]![beat.beat]!)
  const deepest = Math.min(...ofBeat)
  const within = new Map<string, number[]>()
  const out: Weighed = { ticks: [], weights: [], total: barsTicks(bars) }
  beats.forEach((beat, i) => {
    // A dotted beat is three eighths before it is anything else.
    const dotted = isDotted(beat.length)
    const own = within.get(`${beat.slots} ${dotted}`) ?? weights(beat.slots, dotted)
    within.set(`${beat.slots} ${dotted}`, own)
    own.forEach((weight, slot) => {
      out.ticks.push(beat.at + (slot * beat.length) / beat.slots)
      out.weights.push(weight === 0 ? ofBeat[i]! : deepest + weight)
    })
  })
  return out
}

/**
 * Syncopation of one line of onsets by the measure of H. C. Longuet-Higgins and C. S. Lee (1984): a note
 * followed by a rest of greater metrical weight, before the next note, scores the difference; the line goes round.
 * `grid` is `weigh(bars)`; onsets off the grid are left out.
 * @example syncopation(weigh(bars), [0, 3]) // => 0
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

/** Roles whose even strokes carry the time wherever they fall: off-beat hats are as much a pulse as hats on the beats. */
const CARRYING: readonly Role[] = ['lead', 'hat foot']

/** How syncopated a groove is a bar, and the part that has most of it; none where nothing is. */
export interface Syncopation {
  score: number
  partId: string | undefined
}

/** Whether ticks come evenly right round a loop, one alone too. */
const isEven = (sorted: readonly number[], total: number): boolean =>
  sorted.every((tick, i) => tick - sorted[0]! === (i * total) / sorted.length)

/**
 * Syncopation of a groove, a bar on the average: that of its most syncopated limb, each counted by itself without its ghosts. A limb that goes
 * evenly on felt beats, or evenly as lead or hat foot, is pulse and has none; so the figure never rises for want of a line that is still to be layered.
 * @example syncopationOf(groove, events) // => { score: 1, partId: 'bass' }
 */
export function syncopationOf(groove: Groove, events: readonly TimedStroke[]): Syncopation {
  const grid = weigh(groove.bars)
  const beats = new Set(beatsOf(groove.bars).map(beat => beat.at))
  const roles = new Map(groove.parts.map(part => [part.id, part.role]))
  const heard = events.filter(event => event.level > 1 && event.at < grid.total)
  const lines = LIMBS.flatMap(limb => {
    const own = heard.filter(event => event.limb === limb)
    const ats = [...new Set(own.map(event => event.at))].sort((a, b) => a - b)
    const carries = own.every(event => CARRYING.includes(present(roles.get(event.partId), 'role')))
    if (!ats.length || (isEven(ats, grid.total) && (carries || ats.every(at => beats.has(at))))) return []
    const [[partId]] = [...groupedBy(own, event => event.partId)].sort((a, b) => b[1].length - a[1].length) as [
      [string, TimedStroke[]],
    ]
    return [{ score: syncopation(grid, ats) / groove.bars.length, partId }]
  })
  return lines.reduce<Syncopation>((most, one) => (one.score > most.score ? one : most), {
    score: 0,
    partId: undefined,
  })
}

/**
 * `'none'`, `'some, in Bass drum (4 a bar)'`: a word, the part that has most of it, and its figure.
 * @example saySyncopation(groove, { score: 4, partId: 'bass' }) // => 'some, in Bass drum (4 a bar)'
 */
export function saySyncopation(groove: Groove, { score, partId }: Syncopation): string {
  const word = score < 0.5 ? 'none' : score < 3 ? 'a little' : score < 6 ? 'some' : 'much'
  const part = groove.parts.find(one => one.id === partId)
  return word === 'none' || !part ? word : `${word}, in ${part.name} (${Number(score.toFixed(1))} a bar)`
}
