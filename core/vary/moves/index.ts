import type { Move } from '../move'
import { ACCENTS } from './accents'
import { BASS } from './bass'
import { DISPLACE } from './displace'
import { DYNAMICS } from './dynamics'
import { FEEL } from './feel'
import { FEET } from './feet'
import { GHOSTS } from './ghosts'
import { LINE_MOVES } from './line'
import { ORDER } from './order'
import { ORNAMENT_MOVES } from './ornaments'
import { ROWS } from './rows'
import { SPICES } from './spices'
import { VOICE_MOVES } from './voices'

/** Every move there is, group by group. */
export const MOVES: readonly Move[] = [
  ...ROWS,
  ...DISPLACE,
  ...ACCENTS,
  ...DYNAMICS,
  ...GHOSTS,
  ...ORNAMENT_MOVES,
  ...VOICE_MOVES,
  ...BASS,
  ...FEET,
  ...SPICES,
  ...FEEL,
  ...ORDER,
  ...LINE_MOVES,
]

const BY_ID = new Map(MOVES.map(move => [move.id, move]))

/** @example moveOf('displace').name // => 'Displace parts' */
export const moveOf = (id: string): Move | undefined => BY_ID.get(id)
