import type { Groove, Span } from '#core/groove'
import type { Kit, Limb } from '#core/kit'

/** What a way takes apart: a groove with the parts that are practised, on its kit, and which hand leads. */
export interface Practised {
  groove: Groove
  kit: Kit
  lead: Limb
  other: Limb
  /** The run of ticks that is practised; all of them where it is left out. */
  span?: Span
  /** Of a way that takes a part in turn: which, by its id, and how many strokes a step adds; as is usual where they are left out. */
  turn?: { partId?: string; strokes?: number }
}
