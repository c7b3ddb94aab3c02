import { type Limb, otherSide } from '#core/kit'
import type { Clave, Role, RowStroke } from '#core/groove'
import type { Meter, Swing } from '#core/time'
import type { Loudness } from './loudness'

/** Something a style lives by, as data that can be checked, with the reason a teacher would give. */
export type Constraint = { reason: string } & (
  | { kind: 'straight' }
  | { kind: 'swung'; level: Swing['level']; from: number; to: number }
  | { kind: 'backbeat'; beats: number[] }
  | { kind: 'tempo'; from: number; to: number }
  /** A limb must strike a piece wherever the row, read as `rowStrokes` does, has an x. */
  | { kind: 'keeps'; limb: Limb; piece: string; row: string }
  /** A limb may whisper under every beat up to a tempo, in quarters; above it, custom is to leave that out. */
  | { kind: 'feathered'; limb: Limb; to: number }
  /** A limb must leave these felt beats alone. */
  | { kind: 'silent'; limb: Limb; beats: number[] }
)

/** One row of a candidate: figures for levels, and what they strike (see `rowStrokes`). */
export interface Row extends RowStroke {
  row: string
}

/** One traditional part that a limb may play in a style. */
export interface Candidate {
  id: string
  name: string
  limb: Limb
  role: Role
  rows: Row[]
}

/** Families of styles, in the order they are offered. */
export const STYLE_FAMILIES = [
  'rock',
  'funk and soul',
  'hip-hop and electronic',
  'blues and gospel',
  'country',
  'jazz',
  'Brazil',
  'Afro-Cuban',
  'West Africa',
  'Jamaica',
  'Caribbean',
  'street',
  'odd meters',
] as const
export type StyleFamily = (typeof STYLE_FAMILIES)[number]

/** What sets a style apart for rules of taste: crashes and loud fills are out of place; the lead hand is on the snare; the bass drum leaves the 1 open, or goes with the backbeat; the pulse is felt in halves of what is written; fills stay in sixteenths however fast it is, or as long as the feet are as fast. */
export type CardTrait =
  | 'quiet'
  | 'lead on the snare'
  | '1 left open'
  | 'bass drum on the backbeat'
  | 'felt in halves'
  | 'fills in sixteenths'
  | 'fast fills'

/** A style: its time, its tempo, the order its limbs are usually layered in, and parts to try for each. Limbs are those of a right-handed player. */
export interface StyleCard {
  id: string
  family: StyleFamily
  name: string
  about: string
  meter: Meter
  /** Slots in each felt beat: one number for all, or one for each. */
  slots: number | number[]
  /** Other meters it is usually written in, and how many times as long everything is there: samba in 4/4 eighths is twice its 2/4 sixteenths. */
  writings?: { meter: Meter; times: number }[]
  swing: Swing | null
  /** The clave its music turns on, as the first parts of this card are written. */
  clave?: Clave
  tempo: { from: number; to: number; usual: number }
  order: Limb[]
  candidates: Candidate[]
  loudness: Loudness
  constraints: Constraint[]
  traits?: readonly CardTrait[]
}

/** A player's way of sitting at the kit: which side leads, and whether the hands are crossed over the hats or open. */
export interface Orientation {
  lead: 'right' | 'left'
  hands: 'crossed' | 'open'
}

/** The limb that plays what a card writes for a right-handed player with crossed hands: `orient({ lead: 'right', hands: 'open' }, 'RH') // => 'LH'`. */
export function orient({ lead, hands }: Orientation, limb: Limb): Limb {
  const sided = lead === 'left' ? otherSide(limb) : limb
  return hands === 'open' && sided.endsWith('H') ? otherSide(sided) : sided
}

const USUAL: Orientation = { lead: 'right', hands: 'crossed' }

/**
 * The parts a style offers one limb, in the order they are worth trying; `as` tells whose limb it is.
 * @example candidatesFor(styleOf('funk-sixteenths'), 'RH').length > 1 // => true
 */
export const candidatesFor = (card: StyleCard, limb: Limb, as = USUAL): Candidate[] =>
  card.candidates
    .map(candidate => ({ ...candidate, limb: orient(as, candidate.limb) }))
    .filter(candidate => candidate.limb === limb)
