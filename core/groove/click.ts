import { type BarTime, beatsOf, barStarts } from '#core/time'

/** Where a click falls. Each program is one of the schools: see product.md, where the click goes. */
export const CLICKS = ['none', 'every beat', 'backbeats', 'first of bar', 'eighths', 'off-beats'] as const
export type Click = typeof CLICKS[number]

/** One click: its place in ticks from the start of the pass, and whether it is the first of a bar. */
export interface ClickStroke { at: number, first: boolean }

/**
 * The clicks of one pass. Backbeats are the even felt beats; eighths and off-beats halve each felt beat
 * (a dotted quarter or a group of three is cut in three, and its off-beat is the last of them).
 */
export function clicksOf(bars: readonly BarTime[], click: Click): ClickStroke[] {
  const starts = new Set(barStarts(bars))
  const beats = beatsOf(bars)
  const mark = (at: number): ClickStroke => ({ at, first: starts.has(at) })
  const parts = (length: number) => (length % 7560 === 0 || length === 3780 ? 3 : 2)
  switch (click) {
    case 'none': return []
    case 'every beat': return beats.map(beat => mark(beat.at))
    case 'backbeats': return beats.filter(beat => beat.beat % 2 === 1).map(beat => mark(beat.at))
    case 'first of bar': return beats.filter(beat => beat.beat === 0).map(beat => mark(beat.at))
    case 'eighths': return beats.flatMap((beat) => {
      const n = parts(beat.length)
      return Array.from({ length: n }, (_, i) => mark(beat.at + i * beat.length / n))
    })
    case 'off-beats': return beats.map((beat) => {
      const n = parts(beat.length)
      return mark(beat.at + (n - 1) * beat.length / n)
    })
  }
}

/** The clicks that count a player in: each felt beat of the first bar, as many bars as asked, in ticks before the start (negative). */
export function countIn(bars: readonly BarTime[], count: number): ClickStroke[] {
  const first = bars[0]!
  const length = barStarts([first])[1]!
  const beats = beatsOf([first])
  return Array.from({ length: count }, (_, bar) => bar - count)
    .flatMap(bar => beats.map(beat => ({ at: bar * length + beat.at, first: beat.at === 0 })))
}
