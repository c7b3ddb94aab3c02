/** The four limbs, hands before feet. */
export const LIMBS = ['RH', 'LH', 'RF', 'LF'] as const
export type Limb = (typeof LIMBS)[number]

export const LIMB_NAMES: Record<Limb, string> = { RH: 'right hand', LH: 'left hand', RF: 'right foot', LF: 'left foot' }

/** `isHand('RF') // => false` */
export const isHand = (limb: Limb): boolean => limb === 'RH' || limb === 'LH'

/**
 * Limbs in the order they are drawn: the leading side first, hands over feet.
 * @example limbsInOrder('left') // => ['LH', 'RH', 'LF', 'RF']
 */
export const limbsInOrder = (lead: 'right' | 'left'): Limb[] =>
  lead === 'right' ? ['RH', 'LH', 'RF', 'LF'] : ['LH', 'RH', 'LF', 'RF']

/**
 * The same limb of the other side.
 * @example otherSide('RH') // => 'LH'
 */
export const otherSide = (limb: Limb): Limb => (({ RH: 'LH', LH: 'RH', RF: 'LF', LF: 'RF' }) as const)[limb]

/** The ways a piece is struck. Each piece says which of them it knows. */
export const STROKE_KINDS = [
  'hit',
  'rim shot',
  'cross-stick',
  'bell',
  'open',
  'half open',
  'loose',
  'tight',
  'chick',
  'splash',
  'sweep',
  'tap',
  'buzz',
] as const
export type StrokeKind = (typeof STROKE_KINDS)[number]

/**
 * How far apart hats are under a hand’s stroke, from pressed shut to free; a plain stroke is one on hats that the foot just holds.
 * Those that are apart ring until the next stroke on the hats.
 */
export const HAT_DEGREES = ['tight', 'hit', 'loose', 'half open', 'open'] as const satisfies readonly StrokeKind[]

/** Whether hats ring on after a hand’s stroke of this kind: `ringsOn('loose') // => true`, `ringsOn('tight') // => false` */
export const ringsOn = (kind: StrokeKind): boolean => kind === 'open' || kind === 'half open' || kind === 'loose'

/** Whether a hand’s stroke asks the foot to let the hats go and to shut them again: `liftsFoot('half open') // => true`, `liftsFoot('loose') // => false` */
export const liftsFoot = (kind: StrokeKind): boolean => kind === 'open' || kind === 'half open'

/** The name of a plain hit depends on the piece; all others are called what they are. */
export const STROKE_NAMES: Record<StrokeKind, string> = {
  hit: 'plain',
  'rim shot': 'rim shot',
  'cross-stick': 'cross-stick',
  bell: 'bell',
  open: 'open',
  'half open': 'half open',
  loose: 'loose',
  tight: 'tight',
  chick: 'foot chick',
  splash: 'foot splash',
  sweep: 'brush sweep',
  tap: 'brush tap',
  buzz: 'buzz',
}

/** Ornaments: one, two or three grace notes before a stroke; a double stroke; a cymbal choked at once. */
export const ORNAMENTS = ['flam', 'drag', 'ruff', 'double', 'choke'] as const
export type Ornament = (typeof ORNAMENTS)[number]

/** How hard, as a stick height. */
export type Level = 1 | 2 | 3 | 4 | 5
export const LEVELS: readonly Level[] = [1, 2, 3, 4, 5]
export const LEVEL_NAMES: Record<Level, string> = { 1: 'ghost', 2: 'soft', 3: 'plain', 4: 'strong', 5: 'accent' }

/** MIDI velocities written for levels 1 to 5; what is read back goes to the nearest. */
export const LEVEL_VELOCITIES: Record<Level, number> = { 1: 24, 2: 48, 3: 72, 4: 98, 5: 122 }

/** The level whose MIDI velocity is nearest: `levelOfVelocity(100) // => 4` */
export const levelOfVelocity = (velocity: number): Level =>
  LEVELS.reduce((best, level) =>
    Math.abs(LEVEL_VELOCITIES[level] - velocity) < Math.abs(LEVEL_VELOCITIES[best] - velocity) ? level : best,
  )
