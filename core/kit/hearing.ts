import type { RoomSize } from '#core/signal'
import type { ClickVoice } from './click-voice'
import type { Mix } from './mix'

/** From where the kit is heard: its pieces where they are for who plays, or for who listens, all in the middle, or the click in one ear and the kit in the other. */
export const HEARINGS = ['as I sit', 'from the front', 'in the middle', 'click left, kit right'] as const
export type Hearing = (typeof HEARINGS)[number]
export const USUAL_HEARING: Hearing = 'as I sit'

/** A room about the kit, and how loud it answers, in dB against the kit itself. */
export interface RoomChoice {
  size: RoomSize
  amount: number
}
export const ROOM_RANGE = { least: -30, most: 0 } as const
export const USUAL_ROOM: RoomChoice = { size: 'dry', amount: -14 }

/** All that decides how the same cues sound to somebody: they are the player's, and a file may have others. */
export interface Listening {
  mix: Mix
  hearing: Hearing
  click: ClickVoice
  room: RoomChoice
}
