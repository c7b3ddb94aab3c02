import { groupedBy } from '#core/grouped'
import type { Onset } from './take'

/** The spread of playing is at most this, in ms, whatever it looks like. */
export const SPREAD = { most: 30 }

/**
 * How far onsets spread about their places, in ticks, before the places are known: of the even grids over a quarter the one about which they
 * lie closest for how fine it is. Each voice has its own place about the slots, so that none ahead or behind counts as spread. By the mean
 * resultant of directional statistics: the phase of each onset within a slot as a direction.
 * @internal
 */
export function spreadOf(onsets: readonly Onset[]): number {
  const voices = groupedBy(onsets, one => one.voice)
  const tried = GRIDS.map(slots => {
    const slot = 5040 / slots
    let length = 0
    for (const own of voices.values()) {
      let [x, y] = [0, 0]
      for (const { at } of own) {
        x += Math.cos((2 * Math.PI * at) / slot)
        y += Math.sin((2 * Math.PI * at) / slot)
      }
      length += Math.hypot(x, y)
    }
    const spread =
      (slot / (2 * Math.PI)) * Math.sqrt(-2 * Math.log(Math.min(0.999999, Math.max(1e-6, length / onsets.length))))
    return { spread, price: Math.log(Math.max(1, spread)) + Math.log(slots) }
  })
  return tried.reduce((best, one) => (one.price < best.price ? one : best)).spread
}
/** Even grids over a quarter, as a spread is looked for. */
const GRIDS = [1, 2, 3, 4, 5, 6, 7, 8, 12]
