import { SUBDIVISIONS, divides } from './grid'
import { type Swing, swungTick } from './swing'

/** How far off a place an onset may lie before it costs as much as one step finer, in shares of a quarter note: a thirty-second. */
export const APART = 5040 / 32
/** What a grid costs, by its slots: finer ones more, fives and sevens most, since few play them by chance. */
const PRICES: Record<number, number> = { 1: 0, 2: 0.1, 3: 0.25, 4: 0.3, 6: 0.6, 8: 0.9, 12: 1.4, 5: 1.2, 7: 1.6 }

/** How onsets lie in a felt beat: its slots, the slot of each onset, whether all lie just on them, and what it costs (see `bestGrid`). */
export interface BeatGrid {
  slots: number
  places: number[]
  exact: boolean
  cost: number
}

/**
 * Where the slots of a felt beat sound under a swing, in ticks from its start, the next beat’s first among them.
 *
 * @example slotsSounding(5040, 2, { level: '1/8', share: 0.6 }) // => [0, 3024, 5040]
 */
export const slotsSounding = (length: number, slots: number, swing?: Swing): number[] =>
  Array.from({ length: slots + 1 }, (_, i) =>
    i === slots
      ? length
      : swungTick([{ bar: 0, beat: 0, at: 0, length, slots, first: 0 }], (i * length) / slots, swing),
  )

/** The nearest to an onset of places in order: `nearestOf([0, 2520, 5040], 3000) // => 1`. */
function nearestOf(places: readonly number[], at: number): number {
  let i = 0
  while (i + 1 < places.length && Math.abs(places[i + 1]! - at) < Math.abs(places[i]! - at)) i++
  return i
}

/** The subdivisions that a felt beat of a length in ticks may be read in: `gridsFor(5040) // => [1, 2, 3, 4, 5, 6, 7, 8, 12]`. */
export const gridsFor = (length: number): number[] => SUBDIVISIONS.filter(slots => divides(length, slots))

/**
 * What a grid of `slots` slots costs for these onsets, where its places sound at `places`; `counts` is how often its price is.
 * @example gridCost([0, 1680, 3360], 3, slotsSounding(5040, 3)) // => 0.25
 */
export function gridCost(
  onsets: readonly number[],
  slots: number,
  places: readonly number[],
  counts = 1,
  apart = APART,
): number {
  let sum = PRICES[slots]! * counts
  for (const at of onsets) sum += ((places[nearestOf(places, at)]! - at) / apart) ** 2
  return sum
}

/**
 * The grid that onsets within a felt beat lie on, and the slot that each belongs to (the last may be the next beat’s first). Onsets are
 * ticks from the beat’s start. Those that lie exactly on a grid we offer are on the coarsest such; otherwise it is the grid with the least
 * squared distance plus a price for its fineness (see docs/rules.md, What was played), once, or for each onset where several times round are
 * read together. Under a swing the places are where they sound.
 *
 * @example bestGrid([0, 1680, 3360], 5040) // => { slots: 3, places: [0, 1, 2], exact: true, cost: 0.25 }
 */
export function bestGrid(
  onsets: readonly number[],
  length: number,
  {
    grids = gridsFor(length),
    swing,
    sounding = slotsSounding,
    each = false,
    apart = APART,
  }: {
    grids?: readonly number[]
    swing?: Swing | undefined
    sounding?: typeof slotsSounding
    each?: boolean
    apart?: number
  } = {},
): BeatGrid {
  let best: BeatGrid | undefined
  for (const slots of grids) {
    const places = sounding(length, slots, swing)
    const on = () => onsets.map(at => nearestOf(places, at))
    if (onsets.every(at => places.includes(at))) return { slots, places: on(), exact: true, cost: PRICES[slots]! }
    const cost = gridCost(onsets, slots, places, each ? onsets.length : 1, apart)
    if (!best || cost < best.cost) best = { slots, places: [], exact: false, cost }
  }
  const places = sounding(length, best!.slots, swing)
  return { ...best!, places: onsets.map(at => nearestOf(places, at)) }
}
