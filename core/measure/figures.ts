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
export const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)

export function groupedBy<T, K>(list: readonly T[], key: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const one of list) {
    const own = groups.get(key(one))
    if (own) own.push(one)
    else groups.set(key(one), [one])
  }
  return groups
}

/** A straight line through points, by least squares: its slope, and how far off it is there. */
export function lineThrough(points: readonly (readonly [x: number, y: number])[]): { slope: number; doubt: number } {
  const [x, y] = [mean(points.map(point => point[0])), mean(points.map(point => point[1]))]
  const over = sum(points.map(point => (point[0] - x) ** 2))
  if (!over) return { slope: 0, doubt: Infinity }
  const slope = sum(points.map(point => (point[0] - x) * (point[1] - y))) / over
  const left = points.map(point => point[1] - y - slope * (point[0] - x))
  return {
    slope,
    doubt: (2 * Math.sqrt(sum(left.map(one => one ** 2)) / Math.max(1, points.length - 2))) / Math.sqrt(over),
  }
}
