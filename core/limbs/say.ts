import { sayPlaces, sentence, type Groove } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import type { Counting } from '#core/time'
import type { Doubt, LeftOut } from './solve'

const REASONS: Record<LeftOut['why'], string> = {
  'no piece': 'this kit has nothing for it',
  'out of reach': 'no limb reaches it, or has that stroke on it',
  'two hands': 'both hands are busy at that instant',
}

/**
 * What cannot be played, in a player’s words: `'Hi-hat on bar 1, beat 2: both hands are busy at that instant. The left foot can close the hats there instead.'`
 * @example sayLeftOut(groove, { why: 'two hands' }, 'Hi-hat', [5040]) // => 'Hi-hat on 2: both hands are busy at that instant.'
 */
export function sayLeftOut(
  groove: Pick<Groove, 'bars'>,
  { why, instead }: Pick<LeftOut, 'why' | 'instead'>,
  pieceName: string,
  ats: readonly number[],
  counting?: Counting,
): string {
  const other = instead ? ` The ${LIMB_NAMES[instead.limb]} can close the hats there instead.` : ''
  return `${sentence(pieceName)} on ${sayPlaces(groove, ats, counting)}: ${REASONS[why]}.${other}`
}

/** More places than these are not listed one by one. */
const FEW = 4

/**
 * What one foot plays faster than it does with ease, and what a second beater would change.
 * @example sayShared(groove, 'Bass drum', [1260]) // => 'Bass drum: fast for one foot; with two beaters on its pedal (the Kit page says so) the other foot takes e of 1.'
 */
export const sayShared = (
  groove: Pick<Groove, 'bars'>,
  pieceName: string,
  ats: readonly number[],
  counting?: Counting,
): string =>
  `${sentence(pieceName)}: fast for one foot; with two beaters on its pedal (the Kit page says so) the other foot takes ${ats.length > FEW ? 'every second stroke' : sayPlaces(groove, ats, counting)}.`

/**
 * A place of doubt: `'Snare on bar 1, beat 3: the left hand here, or the right hand.'`
 * @example sayDoubt(groove, { limb: 'LH', other: 'RH' }, 'Snare', [10080]) // => 'Snare on 3: the left hand here, or the right hand.'
 */
export const sayDoubt = (
  groove: Pick<Groove, 'bars'>,
  { limb, other }: Pick<Doubt, 'limb' | 'other'>,
  pieceName: string,
  ats: readonly number[],
  counting?: Counting,
): string =>
  `${sentence(pieceName)} on ${sayPlaces(groove, ats, counting)}: the ${LIMB_NAMES[limb]} here, or the ${LIMB_NAMES[other]}.`
