/**
 * A list in groups of one key each, in the order they are met.
 * @example [...groupedBy([1, 4, 3], n => n % 2)] // => [[1, [1, 3]], [0, [4]]]
 */
export function groupedBy<T, K>(list: Iterable<T>, key: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const one of list) {
    const at = key(one)
    const own = groups.get(at)
    if (own) own.push(one)
    else groups.set(at, [one])
  }
  return groups
}
