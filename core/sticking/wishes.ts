import { sayCount } from '#core/groove'
import type { NoteGroup } from './groups'
import { type Hand, type Letter, LETTER_NAMES } from './sticking'

/** Seconds between two strokes of one limb: nothing may come as soon as this, the second stroke of a double apart. */
export interface Speeds {
  hand: number
  foot: number
  double: number
  footPair: number
}

/** What a chain of groups is wished to be. */
export type Wish =
  /** A limb on a slot, counted from 0 through all bars. */
  | { kind: 'limb'; who: Letter; slot: number; says: string }
  /** No two groups alike in a row, round the end too. */
  | { kind: 'no repeats' }
  /** Begins with the lead hand, and its last hand stroke is the other’s, so that the lead is free to begin again. */
  | { kind: 'comes home'; lead: Hand }
  /** Its last two places are foot strokes. */
  | { kind: 'two feet' }
  /** No limb strikes again sooner than it can; `slotSeconds` is one slot at this tempo. */
  | { kind: 'not too fast'; slotSeconds: number; speeds: Speeds }

/** What is asked of the solver: how many slots to fill exactly, from which groups, under which wishes. */
export interface Question {
  slots: number
  groups: readonly NoteGroup[]
  /** Groups may also come with the hands changed over. */ changing: boolean
  wishes: readonly Wish[]
}

/** A wish in words, as it is named where it cannot be met. @internal */
export function sayWish(wish: Wish): string {
  switch (wish.kind) {
    case 'limb':
      return `${LETTER_NAMES[wish.who]} on ${wish.says}`
    case 'no repeats':
      return 'no two groups alike in a row'
    case 'comes home':
      return `home to the ${LETTER_NAMES[wish.lead]}`
    case 'two feet':
      return 'ends with two feet'
    case 'not too fast':
      return 'no limb too fast at this tempo'
  }
}

/** `'31 chains'`, with the thousands parted: `sayChains(12345n) // => '12,345 chains'`. */
export const sayChains = (count: bigint): string =>
  count === 1n ? sayCount(1, 'chain') : `${count.toString().replaceAll(/\B(?=(\d{3})+$)/g, ',')} chains`
