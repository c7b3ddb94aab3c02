import { type BarTime, type Beat, beatsOf, barStarts } from '#core/time'

/** Where a click falls. Each program is one of the schools: see product.md, where the click goes. */
export const CLICKS = ['none', 'every beat', 'backbeats', 'first of bar', 'eighths', 'off-beats', 'inner sixteenths'] as const
export type Click = typeof CLICKS[number]

/**
 * What clicks: a program by name, or the player's own slots (ticks from the start of the bars); and, where wanted,
 * bars that sound and bars that stay silent in turn.
 */
export interface ClickPlan { program: Click | readonly number[], gaps?: { sound: number, silent: number } | null }

/** One click: its place in ticks from the start of the pass, and whether it is the first of a bar. */
export interface ClickStroke { at: number, first: boolean }

/** How many eighths a felt beat holds for the click: three in a dotted value, else two. */
const eighthsIn = (length: number): number => (length % 7560 === 0 || length === 3780 ? 3 : 2)

/** Places within one felt beat, in ticks from its start. */
function placesIn(click: Exclude<Click, 'none'>, { beat, length }: Beat): number[] {
  const n = eighthsIn(length)
  switch (click) {
    case 'every beat': return [0]
    case 'backbeats': return beat % 2 === 1 ? [0] : []
    case 'first of bar': return beat === 0 ? [0] : []
    case 'eighths': return Array.from({ length: n }, (_, i) => i * length / n)
    case 'off-beats': return [(n - 1) * length / n]
    case 'inner sixteenths': return Array.from({ length: n }, (_, i) => (i + 0.5) * length / n)
  }
}

/**
 * The clicks of one pass; passes count from 0 and matter to silent bars alone. Backbeats are the even felt beats;
 * eighths and off-beats halve each felt beat (a dotted value is cut in three, and its off-beat is the last of them);
 * inner sixteenths are those between the eighths, e and a.
 */
export function clicksOf(bars: readonly BarTime[], { program, gaps }: ClickPlan, pass = 0): ClickStroke[] {
  if (program === 'none') return []
  const starts = barStarts(bars)
  const total = starts[bars.length]!
  const named = typeof program === 'string'
  const ats = named
    ? beatsOf(bars).flatMap(beat => placesIn(program, beat).map(at => beat.at + at))
    : [...program].filter(at => at >= 0 && at < total).sort((a, b) => a - b)
  const sounds = (at: number) => {
    if (!gaps || gaps.silent < 1) return true
    const bar = pass * bars.length + starts.findLastIndex(start => start <= at)
    return bar % (gaps.sound + gaps.silent) < gaps.sound
  }
  return ats.filter(sounds).map(at => ({ at, first: starts.includes(at) }))
}

/** The clicks that count a player in: each felt beat of the first bar, as many bars as asked, in ticks before the start (negative). */
export function countIn(bars: readonly BarTime[], count: number): ClickStroke[] {
  const first = bars[0]!
  const length = barStarts([first])[1]!
  const beats = beatsOf([first])
  return Array.from({ length: count }, (_, bar) => bar - count)
    .flatMap(bar => beats.map(beat => ({ at: bar * length + beat.at, first: beat.at === 0 })))
}
