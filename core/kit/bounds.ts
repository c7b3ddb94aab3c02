export const KIT_LIMITS = {
  pieces: 60,
  metres: 3,
  pitch: { least: 0.4, most: 2.5 },
  trim: { least: -12, most: 12 },
  ownSounds: 32,
} as const

/** Pieces are neighbours, to be struck by one limb at once, up to this far apart in metres: a stick's or a shoe's length. */
export const NEIGHBOURS = 0.42

/**
 * How far apart two pieces stand, in metres, seen from above.
 * @example metresApart(pieceOf(kit, 'snare'), pieceOf(kit, 'floor tom')).toFixed(2) // => '0.51'
 */
export const metresApart = (a: { stands: { x: number; y: number } }, b: { stands: { x: number; y: number } }): number =>
  Math.hypot(a.stands.x - b.stands.x, a.stands.y - b.stands.y)
