import { kindDistance } from './kinds'
import { pieceOf, strokesFor } from './kit'
import type { Kit, Piece, Place } from './schema'
import { knownPiece } from './presets'
import { LIMBS, type Limb, isHand } from './strokes'

/**
 * House rules of thumb for a grown body on a stool at (0, 0), in metres, seen from above: where an arm or a leg
 * begins, and how far its end reaches: an arm and a stick; a leg and a shoe.
 */
export const REACH = { shoulder: { x: 0.2, y: 0.05, reach: 1.05 }, hip: { x: 0.12, y: 0, reach: 0.88 } } as const

const side = (limb: Limb): 1 | -1 => (limb.startsWith('R') ? 1 : -1)

/**
 * Where each limb rests: the hands before the body, the feet on their pedals where the kit has them.
 * @example homesOf(kit).RF // => { x: 0.18, y: 0.65 }
 */
export function homesOf(kit: Kit): Record<Limb, Place> {
  const pedals = kit.pieces.filter(piece => piece.strokes.some(stroke => stroke.by === 'foot'))
  const pedal = (limb: 'RF' | 'LF', wanted: Piece['kind']): Place => {
    const own = pedals.filter(piece => piece.kind === wanted)
    const nearest = (own.length ? own : pedals).toSorted((a, b) => side(limb) * (b.stands.x - a.stands.x))[0]
    return nearest?.stands ?? { x: 0.2 * side(limb), y: 0.5 }
  }
  // A mirrored kit has its hats on the right, and the feet change over with them.
  const hat = pedals.find(piece => piece.kind === 'hi-hat')
  const hatSide = hat && hat.stands.x > 0 ? 'RF' : 'LF'
  return {
    RH: { x: 0.16, y: 0.34 },
    LH: { x: -0.16, y: 0.34 },
    RF: pedal('RF', hatSide === 'RF' ? 'hi-hat' : 'bass drum'),
    LF: pedal('LF', hatSide === 'LF' ? 'hi-hat' : 'bass drum'),
  }
}

/** How far a limb must stretch to a piece, in metres from its joint, and whether it gets there; nothing where it has no stroke for it. */
interface Stretch {
  limb: Limb
  metres: number
  reaches: boolean
}

/** The stretch of a limb to a piece where it stands: `stretchTo(pieceOf(kit, 'snare'), 'LF') // => undefined`, a foot has no stroke for it. */
export function stretchTo(piece: Piece, limb: Limb): Stretch | undefined {
  if (!strokesFor(piece, limb).length) return undefined
  const joint = isHand(limb) ? REACH.shoulder : REACH.hip
  const metres = Math.hypot(piece.stands.x - side(limb) * joint.x, piece.stands.y - joint.y)
  return { limb, metres, reaches: metres <= joint.reach }
}

/** The limbs that can strike a piece where it stands: `reachedBy(pieceOf(kit, 'ride')) // => ['RH', 'LH']`. */
export const reachedBy = (piece: Piece): Limb[] => LIMBS.filter(limb => stretchTo(piece, limb)?.reaches)

/**
 * The same kit for a player of the other side: every piece across the middle line.
 * @example [pieceOf(kit, 'ride'), pieceOf(mirrorKit(kit), 'ride')].map(piece => piece.stands.x) // => [0.55, -0.55]
 */
export const mirrorKit = (kit: Kit): Kit => ({
  ...kit,
  pieces: kit.pieces.map(piece => ({
    ...piece,
    stands: { ...piece.stands, x: piece.stands.x === 0 ? 0 : -piece.stands.x },
  })),
})

/**
 * The piece of a kit that comes nearest to one it lacks, among those the limb can strike: of the same kind if it
 * can be, then by kin, then by pitch. A piece on no shipped kit is taken for a tom.
 * @example nearestPiece(kit, 'china', 'RH').id // => 'crash'
 */
export function nearestPiece(kit: Kit, missing: string, limb: Limb): Piece | undefined {
  const wanted = pieceOf(kit, missing) ?? knownPiece(missing) ?? { kind: 'tom' as const, pitch: 1 }
  const far = (piece: Piece) =>
    kindDistance(wanted.kind, piece.kind) * 10 + Math.abs(Math.log(piece.pitch / wanted.pitch))
  return kit.pieces.filter(piece => strokesFor(piece, limb).length > 0).sort((a, b) => far(a) - far(b))[0]
}
