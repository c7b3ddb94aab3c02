import type { Beat } from './grid'

const EIGHTH = 2520

/**
 * How many eighths a felt beat is felt in: as many as it holds, and in beats too short for two of them three in a dotted one,
 * else two halves. `eighthsIn(5040) // => 2`, `eighthsIn(7560) // => 3`, `eighthsIn(3780) // => 3`
 */
export const eighthsIn = (length: number): number =>
  length > EIGHTH && length % EIGHTH === 0 ? length / EIGHTH : length === 3780 ? 3 : 2

/**
 * True of a felt beat that falls into three before it falls into anything else, as a dotted note does.
 * @example [isDotted(7560), isDotted(3780), isDotted(5040)] // => [true, true, false]
 */
export const isDotted = (length: number): boolean => length % 3780 === 0

/** The eighths of a felt beat, in ticks from the bars' start: `eighthsOf({ at: 7560, length: 7560 }) // => [7560, 10080, 12600]` */
export function eighthsOf({ at, length }: Pick<Beat, 'at' | 'length'>): number[] {
  const n = eighthsIn(length)
  return Array.from({ length: n }, (_, i) => at + (i * length) / n)
}

/** A felt beat's off-beat: halfway, or, where it holds an odd number of eighths, the last of them: `offBeatOf({ at: 0, length: 7560 }) // => 5040` */
export function offBeatOf({ at, length }: Pick<Beat, 'at' | 'length'>): number {
  const n = eighthsIn(length)
  return at + (n % 2 ? ((n - 1) * length) / n : length / 2)
}
