import { SUBDIVISIONS, divides } from './grid'

/** How far off a place an onset may lie before it costs as much as one step finer, in shares of a quarter note: a thirty-second. */
const APART = 5040 / 32
/** What a grid costs, by its slots: finer ones more, fives and sevens most, since few play them by chance. */
const PRICES: Record<number, number> = { 1: 0, 2: 0.1, 3: 0.25, 4: 0.3, 6: 0.6, 8: 0.9, 12: 1.4, 5: 1.2, 7: 1.6 }

/**
 * The grid that onsets within a felt beat lie on, and the slot that each belongs to (the last may be the next beat’s first). Onsets are
 * ticks from the beat’s start. Those that lie exactly on a grid we offer are on the coarsest such; otherwise it is the grid with the least
 * squared distance plus a price for its fineness (see Quantising in music.md).
 *
 * @example bestGrid([0, 1680, 3360], 5040) // => { slots: 3, places: [0, 1, 2], exact: true }
 */
export function bestGrid(onsets: readonly number[], length: number): { slots: number, places: number[], exact: boolean } {
  const grids = SUBDIVISIONS.filter(slots => divides(length, slots))
  const exact = grids.toSorted((a, b) => a - b).find(slots => onsets.every(at => Number.isInteger(at * slots / length)))
  const placed = (slots: number) => onsets.map(at => Math.round(at * slots / length))
  if (exact !== undefined) return { slots: exact, places: placed(exact), exact: true }
  const cost = (slots: number) => PRICES[slots]! + onsets.reduce((sum, at) => sum + ((Math.round(at * slots / length) * length / slots - at) / APART) ** 2, 0)
  const slots = grids.reduce((best, one) => (cost(one) < cost(best) ? one : best))
  return { slots, places: placed(slots), exact: false }
}
