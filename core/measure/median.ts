/**
 * The middle of a list of at least one number, between the two in the middle where they are even in number: one far off does not shift it.
 * @example medianOf([1, 9, 2, 4]) // => 3
 */
export function medianOf(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
}
