import { NUMBERS } from '#core/time'
import { USUAL_CLICK } from './click-voice'
import { USUAL_HEARING, USUAL_ROOM } from './hearing'
import { USUAL_LAMP } from './lamp'
import { HOUSE_LIMITS } from './limits'
import { USUAL_MIX } from './mix'
import type { Defaults, Player } from './player-schema'
import { PLAYER_ID, PLAYER_SHAPE } from './shapes'

/** The player as Bazzet ships. */
export const USUAL_PLAYER: Player = {
  format: PLAYER_SHAPE.format,
  version: PLAYER_SHAPE.version,
  id: PLAYER_ID,
  defaults: { lead: 'right', hands: 'crossed', kitId: 'five-piece', bassDrum: 'bass drum' },
  counting: NUMBERS,
  limits: HOUSE_LIMITS,
  practice: { spacing: [1, 2, 4, 8, 16, 32], together: 20, feet: 30, spread: 25, loudness: null },
  taste: { likes: [], never: [] },
  mix: USUAL_MIX,
  hearing: USUAL_HEARING,
  click: USUAL_CLICK,
  room: USUAL_ROOM,
  lamp: USUAL_LAMP,
}

/** A name of ours with the bass drum called as the player calls it: `inWords('Bass on 1 and 3', 'kick') // => 'Kick on 1 and 3'`. */
export const inWords = (name: string, bassDrum: Defaults['bassDrum']): string =>
  bassDrum === 'kick' ? name.replace(/\b([Bb])ass(?: drum)?\b/g, (_, b: string) => (b === 'B' ? 'Kick' : 'kick')) : name
