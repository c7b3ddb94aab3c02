import type { CardTrait, StyleCard } from '../card'
import { BASIC } from './basic'
import { DANCE } from './dance'
import { GROOVE } from './groove'
import { LATIN } from './latin'
import { MORE } from './more'
import { ODD } from './odd'
import { ROCK_AND_KIN } from './rock'
import { STREET_AND_MORE } from './street'
import { SWING_AND_COMPOUND } from './swing'
import { WORLD } from './world'

/** The styles that ship, in the order they are offered: the three most asked for, then family by family. */
export const STYLE_CARDS: readonly StyleCard[] = [
  ...BASIC,
  ...ROCK_AND_KIN,
  ...GROOVE,
  ...ODD,
  ...SWING_AND_COMPOUND,
  ...LATIN,
  ...MORE,
  ...WORLD,
  ...STREET_AND_MORE,
  ...DANCE,
]

/**
 * The styles in which every word is found, in name, family or description: `stylesFound('bossa')`; all where nothing is looked for.
 * @example stylesFound('bossa').map(card => card.id) // => ['bossa-nova']
 */
export function stylesFound(words: string): StyleCard[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  return STYLE_CARDS.filter(({ name, family, about }) =>
    wanted.every(word => `${name} ${family} ${about}`.toLowerCase().includes(word)),
  )
}

/**
 * The style of that id, if it is known.
 * @example styleOf('funk-sixteenths').name // => 'Funk sixteenths'
 */
export const styleOf = (id: string): StyleCard | undefined => STYLE_CARDS.find(card => card.id === id)

/**
 * Whether a style, by its id, has a trait.
 * @example [hasTrait('samba', 'fills in sixteenths'), hasTrait('', 'quiet')] // => [true, false]
 */
export const hasTrait = (style: string, trait: CardTrait): boolean => styleOf(style)?.traits?.includes(trait) ?? false

/**
 * Whether crashes and loud fills are out of place in a style, by its id.
 * @example [isQuiet('bossa-nova'), isQuiet('rock-eighths'), isQuiet('')] // => [true, false, false]
 */
export const isQuiet = (style: string): boolean => hasTrait(style, 'quiet')
