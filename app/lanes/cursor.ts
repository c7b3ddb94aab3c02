import type { Limb } from '#core/kit'

/** Where the player's attention is: a lane and a slot. */
export interface Cursor {
  limb: Limb
  slot: number
}
