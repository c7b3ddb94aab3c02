import { groupedBy } from '#core/grouped'
import { LIMBS, type Limb } from '#core/kit'
import type { Groove } from '#core/groove'
import { present } from '#core/present'
import { causesOf } from './causes'
import { deviation, slopeOf, mean } from './figures'
import { MEASURING, type Measuring, togetherWithin } from './marks'
import { type Matched, match } from './match'
import { place } from './place'
import type { InputName, LimbMeasures, Measures } from './schema'
import type { Asked, StruckTake, Tells } from './struck'

const tenth = (ms: number): number => Math.max(-1000, Math.min(1000, Math.round(ms * 10) / 10))

const MOST_DOTS = 400
/** At most this many of a list, evenly spread over it. */
const thinned = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most ? [...list] : Array.from({ length: most }, (_, i) => list[Math.floor((i * list.length) / most)]!)

const grouped = <T>(list: readonly T[], key: (one: T) => string | number): T[][] => [...groupedBy(list, key).values()]

/** A stroke against its cue: how far off in ms (early negative), the same once the whole is laid over, and what was asked. */
interface Offset {
  asked: Asked
  ms: number
  off: number
  level: StruckTake['level']
}
/** How far each matched stroke lies from its cue; grace notes are left out. */
const offsetsOf = (
  asked: readonly Asked[],
  struck: readonly StruckTake[],
  placed: readonly StruckTake[],
  { pairs }: Matched,
): Offset[] =>
  pairs
    .filter(pair => !asked[pair.asked]!.grace)
    .map(({ asked: a, struck: s }): Offset => ({
      asked: asked[a]!,
      ms: (struck[s]!.at - asked[a]!.at) * 1000,
      off: (placed[s]!.at - asked[a]!.at) * 1000,
      level: struck[s]!.level,
    }))

/** Every two limbs that struck one instant, with how much the second came after the first, in ms. */
function pairsOf(offsets: readonly Offset[]): { limbs: [Limb, Limb]; tick: number; bar: number; after: number }[] {
  const pairs: { limbs: [Limb, Limb]; tick: number; bar: number; after: number }[] = []
  for (const instant of grouped(offsets, one => one.asked.instant)) {
    if (instant.length < 2) continue
    const limbs = LIMBS.flatMap(limb => instant.find(one => one.asked.limb === limb) ?? [])
    limbs.forEach((a, i) => {
      for (const b of limbs.slice(i + 1))
        pairs.push({ limbs: [a.asked.limb, b.asked.limb], tick: a.asked.tick, bar: a.asked.bar, after: b.off - a.off })
    })
  }
  return pairs
}

/**
 * How many times that many bars in a row were clean, none counted twice: no miss or extra, each limb’s spread within bounds, unisons
 * together. `wrong` are bars with a miss or an extra in them.
 */
function cleanTimes(offsets: readonly Offset[], bars: number, wrong: ReadonlySet<number>, by: Measuring): number {
  const inBar = new Map(grouped(offsets, one => one.asked.bar).map(bar => [bar[0]!.asked.bar, bar]))
  let times = 0
  for (let bar = 0; bar + by.cleanBars <= bars;) {
    const run = Array.from({ length: by.cleanBars }, (_, i) => bar + i)
    const bad = run.findLast(one => wrong.has(one))
    if (bad !== undefined) {
      bar = bad + 1
      continue
    }
    const played = run.flatMap(one => inBar.get(one) ?? [])
    const even = grouped(played, one => one.asked.limb).every(limb => deviation(limb.map(one => one.off)) <= by.spread)
    const together = grouped(pairsOf(played), one => one.limbs.join()).every(
      pair => mean(pair.map(one => Math.abs(one.after))) <= togetherWithin(pair[0]!.limbs, by),
    )
    if (played.length && even && together) {
      times++
      bar += by.cleanBars
    } else bar++
  }
  return times
}

/** How a performance was measured: by which input, whether its latency is vouched for, over how many bars. */
export interface MeasuredBy {
  input: InputName
  tells: Tells
  vouched: boolean
  bars: number
  measuring?: Measuring
  /** The bars that the ticks of what was asked count in: swing and fills are judged where they are known. */
  ground?: Pick<Groove, 'bars'>
  /** Whether a click sounded: to drift against. */
  click?: boolean
}

/**
 * A played performance in figures: what was asked, what was struck (both in seconds of the performance), and by what.
 * @example measure([{ at: 0, limb: 'RH', pieceId: 'snare', level: 3, tick: 0, bar: 0, instant: 0, grace: false }], [{ at: 0.012, limb: 'RH' }], { input: 'keys', tells: 'limb', vouched: true, bars: 1 }).limbs[0].strokes // => 1
 */
export function measure(
  asked: readonly Asked[],
  struck: readonly StruckTake[],
  { input, tells, vouched, bars, measuring = MEASURING, ground, click = true }: MeasuredBy,
): Measures {
  const placed = place(asked, struck, tells)
  const matched = match(asked, placed.struck, tells)
  const offsets = offsetsOf(asked, struck, placed.struck, matched)
  const strokes = asked.filter(one => !one.grace)
  const wrong = new Set([
    ...matched.missed.map(i => asked[i]!.bar),
    ...matched.extra.map(i => barAt(asked, placed.struck[i]!.at)),
  ])
  const limbOf = (one: StruckTake): Limb | undefined =>
    one.limb ?? strokes.find(asks => asks.pieceId === one.pieceId)?.limb
  const limbs = LIMBS.filter(limb => strokes.some(one => one.limb === limb)).map((limb): LimbMeasures => {
    const own = offsets.filter(one => one.asked.limb === limb)
    const enough = own.length >= measuring.few
    const offs = own.map(one => one.off)
    const others = offsets.filter(one => one.asked.limb !== limb)
    return {
      limb,
      strokes: own.length,
      missed: matched.missed.filter(i => asked[i]!.limb === limb).length,
      extra: tells === 'nothing' ? 0 : matched.extra.filter(i => limbOf(struck[i]!) === limb).length,
      mean: enough ? tenth(mean(own.map(one => one.ms))) : null,
      lean: enough ? tenth(others.length ? mean(offs) - mean(others.map(one => one.off)) : 0) : null,
      spread: enough ? tenth(deviation(offs)) : null,
      drift: enough ? tenth(slopeOf(own.map(one => [one.asked.at / 60, one.ms] as const))) : null,
    }
  })
  const unisons = grouped(pairsOf(offsets), one => `${one.limbs.join()} ${one.tick}`)
    .map(group => {
      const afters = group.map(one => one.after)
      return {
        limbs: group[0]!.limbs,
        tick: group[0]!.tick,
        strokes: group.length,
        apart: tenth(mean(afters.map(Math.abs))),
        lean: tenth(mean(afters)),
      }
    })
    .sort((a, b) => b.apart - a.apart)
    .slice(0, 64)
  const slots = grouped(offsets, one => `${one.asked.limb} ${one.asked.tick}`)
    .map(group => {
      const offs = group.map(one => one.ms)
      return {
        limb: group[0]!.asked.limb,
        tick: group[0]!.asked.tick,
        strokes: group.length,
        mean: tenth(mean(offs)),
        spread: tenth(deviation(offs)),
      }
    })
    .sort((a, b) => a.tick - b.tick)
    .slice(0, 256)
  const levels = grouped(
    offsets.filter(one => one.level !== undefined),
    one => `${one.asked.limb} ${one.asked.level}`,
  ).map(group => ({
    limb: group[0]!.asked.limb,
    asked: group[0]!.asked.level,
    got: Math.round(mean(group.map(one => present(one.level, 'level'))) * 10) / 10,
    strokes: group.length,
  }))
  const measures: Omit<Measures, 'causes'> = {
    version: 2,
    input,
    tells,
    vouched,
    asked: strokes.length,
    strokes: offsets.length,
    missed: matched.missed.length,
    extra: matched.extra.length,
    dots: thinned(offsets, MOST_DOTS).map(({ asked: { limb, tick }, ms }) => [limb, tick, tenth(ms)]),
    bars,
    clean: cleanTimes(offsets, bars, wrong, measuring),
    limbs,
    unisons,
    slots,
    levels,
  }
  return {
    ...measures,
    causes: causesOf({ asked, struck, placed, matched, measures, ground, click, by: measuring }).map(one => ({
      ...one,
      weight: Math.round(one.weight * 100) / 100,
      figure: tenth(one.figure),
    })),
  }
}

/** The bar in which a stroke that answers nothing lies: that of the last cue before it. */
function barAt(asked: readonly Asked[], at: number): number {
  let low = 0
  let high = asked.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (asked[middle]!.at <= at + 0.05) low = middle + 1
    else high = middle
  }
  return asked[Math.max(0, low - 1)]?.bar ?? 0
}
