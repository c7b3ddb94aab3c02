import { isLinear } from '#core/analyse'
import { type Groove, sounding, timeline } from '#core/groove'
import type { Kit } from '#core/kit'
import { type StyleFamily, styleOf } from '#core/style'
import type { Way } from './way'
import {
  feetFirst,
  handsFirst,
  inPairs,
  leadLast,
  sweepsFirst,
  timeFirst,
  unisonsFirst,
  withFoot,
} from './ways-by-limb'
import { beatByBeat, exchange, hardFirst, hitByHit, plainFirst, slotBySlot } from './ways-by-stroke'

/** The ways to learn a groove, in the order they are offered. */
export const WAYS: readonly Way[] = [
  feetFirst,
  handsFirst,
  inPairs,
  hardFirst,
  unisonsFirst,
  leadLast,
  withFoot,
  hitByHit,
  beatByBeat,
  slotBySlot,
  plainFirst,
  exchange,
  timeFirst,
  sweepsFirst,
]
/** `wayOf('pairs').name // => 'In pairs, then all'` */
export const wayOf = (id: string): Way | undefined => WAYS.find(way => way.id === id)

const HANDS_FIRST: readonly StyleFamily[] = ['Afro-Cuban', 'Brazil', 'West Africa', 'Caribbean']

/**
 * The way that players of a groove’s style usually take: beat by beat where no two limbs ever land together, feet first where the style names
 * none.
 * @example usualWay(groove, kit) // => 'feet-first'
 */
export function usualWay(groove: Groove, kit: Kit): string {
  const family = styleOf(groove.style)?.family
  if (groove.parts.some(part => part.strokes.some(stroke => stroke.stroke === 'sweep'))) return 'sweeps-first'
  const events = timeline(sounding(groove), kit)
  if (isLinear(events) && new Set(events.map(event => event.limb)).size > 1) return 'beat-by-beat'
  if (family === 'jazz') return 'time-first'
  return family && HANDS_FIRST.includes(family) ? 'hands-first' : 'feet-first'
}
