import type { Level, Ornament } from '#core/kit'

/** One blow of an ornamented stroke: seconds from the stroke's own time (negative before it), and how hard. */
export interface Blow {
  after: number
  level: Level
}

/** How long a choked cymbal sounds before the hand is on it, in seconds. */
export const CHOKED = 0.14

/** Grace notes come this long before the stroke, in seconds: close enough to be heard as one with it, parted enough to be heard at all. */
const GRACES: Partial<Record<Ornament, number[]>> = {
  flam: [-0.032],
  drag: [-0.07, -0.036],
  ruff: [-0.105, -0.07, -0.036],
}

const softer = (level: Level, by: number): Level => Math.max(1, level - by) as Level

/**
 * The blows a stroke with an ornament is made of, in time order: grace notes at low stick height before it; a double
 * stroke's bounce half a slot after it, a level softer. A choke is one blow; its end is the timeline's affair.
 * @example blowsOf('flam', 4, () => 0.15) // => [{ after: -0.032, level: 1 }, { after: 0, level: 4 }]
 */
export function blowsOf(ornament: Ornament, level: Level, slotSeconds: () => number): Blow[] {
  if (ornament === 'double')
    return [
      { after: 0, level },
      { after: slotSeconds() / 2, level: softer(level, 1) },
    ]
  const graces = GRACES[ornament] ?? []
  return [...graces.map((after): Blow => ({ after, level: softer(level, 3) })), { after: 0, level }]
}
