import type { Limb } from '#core/kit'
import { lowerBound, nearestTo } from './figures'
import { medianOf } from './median'
import { voiceOf } from './match'
import type { Asked, StruckTake, Tells } from './struck'

/** How one bar lies: seconds of its first cue, seconds that its strokes come after their cues, and the share of its cues that are answered. */
interface PlacedBar {
  bar: number
  at: number
  off: number
  answered: number
}

/** A performance laid over what was asked as a whole: tempo first, then where each bar lies. Seconds. */
export interface Placed {
  /** Seconds played for a second asked: 0.5 is twice as fast. */
  ratio: number
  bars: PlacedBar[]
  /** What was struck, in the time of what was asked: each bar’s own lateness taken out. */
  struck: StruckTake[]
}

/** A stroke this near counts as an answer while the whole is laid over; bars of a first look; bars that one bar is placed by. */
const NEAR = 0.05
const FIRST_BARS = 4
const AROUND = 1
/** Strokes by which a bar is placed without those beside it. */
const ENOUGH = 16
/** Strokes of a limb from which it has a habit. */
const HABITS = 8
/** Seconds from which a habit could move a bar. */
const HEARD = 0.005
/** Seconds between two offsets tried, and up to how small an offset an input’s lateness or a player’s habit explains. */
const TRY = 0.02
const HABIT = 0.13
/** How much better another tempo or another place must fit than the plain one: even strokes fit many. */
const EARNED = 0.15
const RATIOS = [1, ...Array.from({ length: 10 }, (_, i) => [1 - (i + 1) / 100, 1 + (i + 1) / 100]).flat(), 0.5, 2]

function timesBy<T extends { at: number }>(list: readonly T[], voice: (one: T) => string): Map<string, number[]> {
  const times = new Map<string, number[]>()
  for (const one of list) {
    const own = times.get(voice(one))
    if (own) own.push(one.at)
    else times.set(voice(one), [one.at])
  }
  for (const own of times.values()) own.sort((a, b) => a - b)
  return times
}

/**
 * Whether the whole was played at another tempo or another place, by its first bars: the ratio and offset under which most strokes answer a
 * cue, and as played where none is clearly better.
 */
function coarsely(cues: readonly Asked[], struck: readonly StruckTake[], tells: Tells): { ratio: number; off: number } {
  const first = cues[0]!.bar
  const opening = cues.filter(cue => cue.bar < first + FIRST_BARS)
  const from = opening[0]!
  const last = opening.at(-1)!
  const beat = ((last.at - from.at) / Math.max(1, last.instant - from.instant)) * 5040 || 0.6
  const asked = timesBy(opening, one => voiceOf(tells, one))
  const strokes = struck.map(stroke => ({ at: stroke.at, of: asked.get(voiceOf(tells, stroke)) ?? [] }))
  const fit = (ratio: number, off: number) => {
    let [hits, count] = [0, 0]
    for (const stroke of strokes) {
      const at = (stroke.at - off - from.at) / ratio + from.at
      if (at < from.at - NEAR) continue
      if (at > last.at + NEAR) break
      count++
      const far = Math.abs(nearestTo(stroke.of, at))
      if (far <= NEAR) hits += 1 - 0.5 * (far / NEAR) ** 2
    }
    return hits / Math.max(count, opening.length)
  }
  const offsets = [0]
  for (let off = TRY; off <= beat + TRY; off += TRY) offsets.push(off, -off)
  let plain = { ratio: 1, off: 0, score: -1 }
  for (const off of offsets) {
    const score = Math.abs(off) <= HABIT ? fit(1, off) : -1
    if (score > plain.score + 1e-9) plain = { ratio: 1, off, score }
  }
  let best = plain
  // What fits as it is can't be bettered by enough.
  if (plain.score + EARNED < 1)
    for (const ratio of RATIOS)
      for (const off of offsets) {
        const score = fit(ratio, off)
        if (score > best.score + 0.01) best = { ratio, off, score }
      }
  return best.score > plain.score + EARNED ? best : plain
}

/**
 * What was played, laid over what was asked: its tempo and place found over the first bars, then followed bar by bar, so that a drift, another
 * tempo or two lost bars spoil no pairing. `struck` is in order of time.
 * @example place([{ at: 0, limb: 'RH', bar: 0, instant: 0 }], [{ at: 0.02, limb: 'RH' }], 'limb').ratio // => 1
 */
export function place(asked: readonly Asked[], struck: readonly StruckTake[], tells: Tells): Placed {
  const cues = asked.filter(cue => !cue.grace)
  if (!cues.length || !struck.length) return { ratio: 1, bars: [], struck: [...struck] }
  const { ratio, off } = coarsely(cues, struck, tells)
  const origin = cues[0]!.at
  /** Seconds at which a cue would be played at this tempo, with nothing late. */
  const due = (at: number) => (at - origin) * ratio + origin
  const played = timesBy(struck, one => voiceOf(tells, one))
  /** A cue where it would be due, with all that was played of its voice. */
  interface Due {
    bar: number
    limb: Limb
    at: number
    played: readonly number[]
  }
  const inBar = new Map<number, Due[]>()
  const begins = new Map<number, number>()
  for (const cue of cues) {
    const one = { bar: cue.bar, limb: cue.limb, at: due(cue.at), played: played.get(voiceOf(tells, cue)) ?? [] }
    const own = inBar.get(cue.bar)
    if (own) own.push(one)
    else {
      inBar.set(cue.bar, [one])
      begins.set(cue.bar, cue.at)
    }
  }
  const numbers = [...inBar.keys()].sort((a, b) => a - b)
  /** How late the nearest stroke to each cue is, in seconds, where it is expected `around` so late; what a limb is late by as a habit is taken out. */
  const lateness = (of: readonly Due[], around: number, habits: ReadonlyMap<Limb, number>) =>
    of.map(cue => nearestTo(cue.played, cue.at + around + (habits.get(cue.limb) ?? 0)) + around)
  const near = (list: readonly number[], middle: number, within: number) =>
    list.filter(late => Math.abs(late - middle) <= within)
  function follow(habits: ReadonlyMap<Limb, number>): PlacedBar[] {
    const bars: PlacedBar[] = []
    let now = off
    numbers.forEach((bar, i) => {
      const own = inBar.get(bar)!
      const beside =
        own.length >= ENOUGH
          ? []
          : numbers.slice(Math.max(0, i - AROUND), i + AROUND + 1).filter(other => other !== bar)
      const at = begins.get(bar)!
      // Where the bars before were going: a drift goes on.
      const [last, before] = [bars.at(-1), bars.at(-4)]
      const slope = last && before ? (last.off - before.off) / Math.max(1e-6, last.at - before.at) : 0
      const expected = now + (last ? slope * (at - last.at) : 0)
      const mine = lateness(own, expected, habits)
      const all = [...mine, ...beside.flatMap(other => lateness(inBar.get(other)!, expected, habits))]
      const wide = near(all, expected, 0.1)
      const enough = wide.length * 2 >= all.length
      const close = enough ? near(wide, medianOf(wide), NEAR) : []
      const settled = close.length ? medianOf(close) : expected
      if (enough) now = settled
      bars.push({ bar, at, off: now, answered: near(mine, settled, NEAR).length / own.length })
    })
    return bars
  }
  // Bars in which one limb plays most would be placed by its habit: the habits are found first, and taken out the second time.
  const once = follow(new Map())
  const offs = new Map<Limb, number[]>()
  for (const { bar, off: usual } of once)
    inBar.get(bar)!.forEach(cue => {
      const late = nearestTo(cue.played, cue.at + usual)
      const own = offs.get(cue.limb) ?? []
      if (Math.abs(late) <= NEAR) own.push(late)
      offs.set(cue.limb, own)
    })
  const habits = [...offs].flatMap(([limb, list]) => (list.length >= HABITS ? [[limb, medianOf(list)] as const] : []))
  const bars = habits.some(([, late]) => Math.abs(late) >= HEARD) ? follow(new Map(habits)) : once
  const starts = bars.map(one => due(one.at))
  /** How late the playing is at a moment of it, led evenly from the middle of a bar to the next. */
  const lateAt = (at: number) => {
    const i = Math.max(0, lowerBound(starts, at) - 1)
    const bar = bars[i]!
    const next = bars[i + 1]
    const length = next ? starts[i + 1]! - starts[i]! : 0
    const middle = starts[i]! + length / 2
    const other = at < middle ? bars[i - 1] : next
    if (!other || !length) return bar.off
    const share = Math.min(1, Math.abs(at - middle) / length)
    return bar.off + (other.off - bar.off) * share
  }
  return {
    ratio,
    bars,
    struck: struck.map(one => {
      const late = lateAt(one.at - lateAt(one.at))
      return { ...one, at: (one.at - late - origin) / ratio + origin }
    }),
  }
}
