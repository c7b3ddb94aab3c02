import type { Limb } from '#core/kit'
import type { Groove, Part, Role } from './schema'

/**
 * A part that may be changed as a whole: not locked, and running with the bars.
 * @example [workable(part('bass')), workable({ ...part('bass'), locked: true })] // => [true, false]
 */
export const workable = (part: Pick<Part, 'locked' | 'every'>): boolean => !part.locked && !part.every

/**
 * The part that takes in further strokes of a limb, of a role where one is given; undefined where they need a new part.
 * @example homeFor(groove, 'LH', 'ghosts').id // => 'ghosts'
 */
export const homeFor = (groove: Pick<Groove, 'parts'>, limb: Limb, role?: Role): Part | undefined =>
  groove.parts.find(part => part.limb === limb && workable(part) && (role === undefined || part.role === role))
