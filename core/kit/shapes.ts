import type { Shape } from '#core/upgrade'
import {
  kitFrom1,
  kitFrom2,
  kitFrom3,
  kitFrom4,
  playerFrom1,
  playerFrom2,
  playerFrom3,
  playerFrom4,
  playerFrom5,
} from './upgrade'

/** How a kit and the player are kept. */
export const KIT_SHAPE = {
  format: 'bazzet-kit',
  what: 'kit',
  version: 5,
  upgrades: [kitFrom1, kitFrom2, kitFrom3, kitFrom4],
} as const satisfies Shape
export const PLAYER_SHAPE = {
  format: 'bazzet-player',
  what: 'player',
  version: 6,
  upgrades: [playerFrom1, playerFrom2, playerFrom3, playerFrom4, playerFrom5],
} as const satisfies Shape

/** The one player of this Bazzet is kept under this id. */
export const PLAYER_ID = 'me'
