/**
 * The middle of a list of at least one number, between the two in the middle where they are even in number: one far off does not shift it.
 * @example medianOf([1, 9, 2, 4]) // => 3
 */
export function medianOf(list: readonly number[]): number {
  // Typed, it sorts by number without a call for each pair: thousands of strokes have one.
  const sorted = Float64Array.from(list).sort()
  return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
}
