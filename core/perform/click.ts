import { type BarTime, type Beat, barStarts, beatsOf, eighthsIn, eighthsOf, offBeatOf } from '#core/time'

/** Where a click falls. Each program is one of the schools: see product.md, where the click goes. */
export const CLICKS = ['none', 'every beat', 'backbeats', 'first of bar', 'eighths', 'off-beats', 'inner sixteenths'] as const
export type Click = typeof CLICKS[number]

/**
 * What clicks: a program by name, or the player's own slots (ticks from the start of the bars); and, where wanted,
 * bars that sound and bars that stay silent in turn, counted through the whole performance.
 */
export interface ClickPlan { program: Click | readonly number[], gaps?: { sound: number, silent: number } | null }

/** One click: its place in ticks from the start of the bars, and whether it is the first of a bar. */
export interface ClickStroke { at: number, first: boolean }

/** Places within one felt beat, in ticks from the bars' start. */
function placesIn(click: Exclude<Click, 'none'>, of: Beat): number[] {
  const { at, beat, length } = of
  switch (click) {
    case 'every beat': return [at]
    case 'backbeats': return beat % 2 === 1 ? [at] : []
    case 'first of bar': return beat === 0 ? [at] : []
    case 'eighths': return eighthsOf(of)
    case 'off-beats': return [offBeatOf(of)]
    case 'inner sixteenths': return eighthsOf(of).map(eighth => eighth + length / eighthsIn(length) / 2)
  }
}

/**
 * The clicks of one pass through the bars, silent bars not yet left out. Backbeats are the even felt beats; eighths and
 * off-beats are the felt beat's own (core/time); inner sixteenths are those between the eighths, e and a.
 */
export function clicksOf(bars: readonly BarTime[], program: ClickPlan['program']): ClickStroke[] {
  if (program === 'none') return []
  const starts = barStarts(bars)
  const total = starts[bars.length]!
  const ats = typeof program === 'string'
    ? beatsOf(bars).flatMap(beat => placesIn(program, beat))
    : [...program].filter(at => at >= 0 && at < total).sort((a, b) => a - b)
  return ats.map(at => ({ at, first: starts.includes(at) }))
}

/** True where the click sounds in a bar, counted from 0: `sounds({ sound: 1, silent: 2 }, 3) // => true`. */
export const sounds = (gaps: ClickPlan['gaps'], bar: number): boolean =>
  !gaps || gaps.silent < 1 || bar % (gaps.sound + gaps.silent) < gaps.sound

/** The clicks that count a player in: each felt beat of the first bar, as many bars as asked, in ticks before the start (negative). */
export function countIn(bars: readonly BarTime[], count: number): ClickStroke[] {
  const first = bars[0]!
  const length = barStarts([first])[1]!
  const beats = beatsOf([first])
  return Array.from({ length: count }, (_, bar) => bar - count)
    .flatMap(bar => beats.map(beat => ({ at: bar * length + beat.at, first: beat.at === 0 })))
}
