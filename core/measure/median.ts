/**
 * The middle of a list of at least one number, between the two in the middle where they are even in number: one far off does not shift it.
 * @example medianOf([1, 9, 2, 4]) // => 3
 */
export function medianOf(list: readonly number[]): number {
  // Typed, it sorts by number without a call for each pair: thousands of strokes have one.
  const sorted = Float64Array.from(list).sort()
  return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
}

/**
 * How far numbers lie about a middle, as a standard deviation of normal spread, a slip or two left out of the reckoning.
 * @example spreadAbout([-1, 1, -1, 1, 40], 0) // => 1.48
 */
export const spreadAbout = (list: readonly number[], middle = medianOf(list)): number =>
  1.48 * medianOf(list.map(one => Math.abs(one - middle)))
