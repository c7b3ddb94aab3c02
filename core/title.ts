/**
 * A title that is not taken: as it is, or with the first number from 2 on that makes it so, cut short where it would be longer than `most`.
 * @example freeTitle('Wet Rope', ['Wet Rope', 'Wet Rope 2'], 120) // => 'Wet Rope 3'
 */
export function freeTitle(title: string, taken: readonly string[], most: number): string {
  const titled = (n: number) => (n === 1 ? title.slice(0, most) : `${title.slice(0, most - ` ${n}`.length)} ${n}`)
  for (let n = 1; ; n++) if (!taken.includes(titled(n))) return titled(n)
}
