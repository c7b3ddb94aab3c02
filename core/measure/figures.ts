/** Plain statistics of short lists. */

export const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length
/** The standard deviation, the mean taken out; of one 0. */
export const deviation = (list: readonly number[]): number => {
  if (list.length < 2) return 0
  const middle = mean(list)
  return Math.sqrt(list.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (list.length - 1))
}
/** Twice the standard error of a mean. */
export const doubtOf = (list: readonly number[]): number =>
  list.length < 2 ? Infinity : (2 * deviation(list)) / Math.sqrt(list.length)
/** All of a list together. */
export const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)

/** The slope of a straight line through points, by least squares; 0 where they lie over one another. */
export function slopeOf(points: readonly (readonly [x: number, y: number])[]): number {
  const [x, y] = [mean(points.map(point => point[0])), mean(points.map(point => point[1]))]
  const over = sum(points.map(point => (point[0] - x) ** 2))
  return over ? sum(points.map(point => (point[0] - x) * (point[1] - y))) / over : 0
}

/** The place in a sorted list of the first that is not under a value: `lowerBound([1, 3, 5], 3) // => 1`. */
export function lowerBound(list: readonly number[], value: number): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (list[middle]! < value) low = middle + 1
    else high = middle
  }
  return low
}

/** From a value to the nearest in a sorted list; infinite where there is none. */
export function nearestTo(list: readonly number[], value: number): number {
  const i = lowerBound(list, value)
  const before = i > 0 ? list[i - 1]! - value : -Infinity
  const after = i < list.length ? list[i]! - value : Infinity
  return -before < after ? before : after
}
