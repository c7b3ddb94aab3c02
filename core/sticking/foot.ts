import { type Groove, sayList } from '#core/groove'
import { type BarTime, beatsOf, eighthsOf, offBeatOf } from '#core/time'

/** What a hat foot keeps. */
export const FOOT_RULES = ['none', 'quarters', 'off-beats', 'eighths', '2 and 4'] as const
export type FootRule = (typeof FOOT_RULES)[number]

/**
 * The ticks of a hat-foot pattern, in every felt beat.
 * @example footTicks(bars, '2 and 4') // => [5040, 15120]
 */
export function footTicks(bars: Groove['bars'], rule: FootRule): number[] {
  return beatsOf(bars)
    .flatMap(one => {
      switch (rule) {
        case 'none':
          return []
        case 'quarters':
          return [one.at]
        case 'off-beats':
          return [offBeatOf(one)]
        case 'eighths':
          return eighthsOf(one)
        case '2 and 4':
          return one.beat % 2 === 1 ? [one.at] : []
      }
    })
    .filter(Number.isInteger)
}

/** What felt beats are as notes, by their ticks. */
const BEATS_AS: Record<number, string> = { 5040: 'quarters', 7560: 'dotted quarters', 10080: 'halves', 2520: 'eighths' }

/**
 * A hat-foot pattern as it comes out in these bars: `2 and 4` is `2` where a bar has three beats, and beats are what notes they are.
 * @example [sayFootRule(bars, '2 and 4'), sayFootRule([{ meter: meter(7, 8), slots: [2, 2, 3] }], '2 and 4'), sayFootRule([{ meter: meter(12, 8), slots: [3, 3, 3, 3] }], 'quarters')] // => ['2 and 4', '2', 'dotted quarters']
 */
export function sayFootRule(bars: readonly BarTime[], rule: FootRule): string {
  const beats = beatsOf(bars)
  if (rule === '2 and 4')
    return sayList([...new Set(beats.filter(one => one.beat % 2 === 1).map(one => String(one.beat + 1)))])
  if (rule !== 'quarters') return rule
  const lengths = new Set(beats.map(one => one.length))
  return (lengths.size === 1 && BEATS_AS[[...lengths][0]!]) || 'every beat'
}
