import { type Limb, LIMB_NAMES } from '#core/kit'
import { type Groove, type TimedStroke, sayList, sayPlaces, sentence } from '#core/groove'
import type { Counting } from '#core/time'

/** Two or more limbs at one instant: the tick and the limbs, right before left and hands before feet. */
export interface Unison {
  at: number
  limbs: Limb[]
}

/** All ticks at which the same limbs land together. */
export interface UnisonGroup {
  limbs: Limb[]
  ats: number[]
}

const ORDER: Record<Limb, number> = { RH: 0, LH: 1, RF: 2, LF: 3 }

/**
 * Every unison of a pass, in time order. Instants are those written: a push or swing does not part them.
 * @example unisons(events).map(one => one.at) // => [0, 5040, 12600, 15120]
 */
export function unisons(events: readonly TimedStroke[]): Unison[] {
  const limbsAt = new Map<number, Set<Limb>>()
  for (const event of events) {
    const limbs = limbsAt.get(event.at)
    if (limbs) limbs.add(event.limb)
    else limbsAt.set(event.at, new Set([event.limb]))
  }
  return [...limbsAt]
    .filter(([, limbs]) => limbs.size > 1)
    .map(([at, limbs]) => ({ at, limbs: [...limbs].sort((a, b) => ORDER[a] - ORDER[b]) }))
    .sort((a, b) => a.at - b.at)
}

/**
 * Linear: no two limbs ever land together, and there is something to land.
 * @example isLinear(events) // => false
 */
export const isLinear = (events: readonly TimedStroke[]): boolean => events.length > 0 && unisons(events).length === 0

/**
 * Unisons gathered by which limbs they are, the most frequent first.
 * @example groupUnisons(unisons(events)).map(group => [group.limbs, group.ats]) // => [[['RH', 'RF'], [0, 12600]], [['RH', 'LH'], [5040, 15120]]]
 */
export function groupUnisons(list: readonly Unison[]): UnisonGroup[] {
  const groups = new Map<string, UnisonGroup>()
  for (const { at, limbs } of list) {
    const key = limbs.join()
    const group = groups.get(key) ?? { limbs, ats: [] }
    group.ats.push(at)
    groups.set(key, group)
  }
  return [...groups.values()].sort((a, b) => b.ats.length - a.ats.length)
}

/** `sayLimbs(['RH', 'RF']) // => 'Right hand with right foot'`; three are joined by “and”, four are “All four limbs”. */
export function sayLimbs(limbs: readonly Limb[]): string {
  const names = limbs.map(limb => LIMB_NAMES[limb])
  if (limbs.length === 4) return 'All four limbs'
  return sentence(names.length === 2 ? `${names[0]} with ${names[1]}` : sayList(names))
}

/**
 * A group as the readout shows it: `'Right hand with right foot: 1 and & of 3'`.
 * @example sayUnisons(groove, groupUnisons(unisons(events))[0]) // => 'Right hand with right foot: 1 and & of 3'
 */
export const sayUnisons = (groove: Groove, group: UnisonGroup, counting?: Counting): string =>
  `${sayLimbs(group.limbs)}: ${sayPlaces(groove, group.ats, counting)}`
