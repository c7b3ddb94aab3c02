import type { StyleCard } from '../card'
import { BASIC } from './basic'
import { GROOVE_AND_ODD } from './groove'
import { LATIN } from './latin'
import { ROCK_AND_KIN } from './rock'
import { SWING_AND_COMPOUND } from './swing'

/** The styles that ship, in the order they are offered: the three most asked for, then family by family. */
export const STYLE_CARDS: readonly StyleCard[] = [...BASIC, ...ROCK_AND_KIN, ...GROOVE_AND_ODD, ...SWING_AND_COMPOUND, ...LATIN]

/** The style of that id, if it is known. */
export const styleOf = (id: string): StyleCard | undefined => STYLE_CARDS.find(card => card.id === id)
