import { together } from '#core/edit'
import { type Kit, type Limb, type Piece, nearestPiece, otherSide, pieceOf } from '#core/kit'

import type { Edit } from './edits'
import type { Groove, Part } from './schema'
import { asPiece } from './touch'

/**
 * The same hand or foot of the other side where it is a hand; feet stay on their pedals.
 */
const otherHand = (limb: Limb): Limb => (limb.endsWith('H') ? otherSide(limb) : limb)

/**
 * A whole groove for the other lead: every limb's part goes to the other side, and the lead with it; on a mirrored
 * kit it is the same dance. `feet: false` leaves the feet on their pedals: the hands alone change over, which is how
 * a player opens or crosses them on one and the same kit. Doing it twice brings the groove back.
 * @example apply(groove, mirrored(groove, { feet: false })).value.document.parts.map(part => part.limb) // => ['LH', 'RH', 'RH', 'RF']
 */
export function mirrored(groove: Groove, { feet }: { feet: boolean }): Edit {
  const swap = feet ? otherSide : otherHand
  const parts = groove.parts.filter(part => swap(part.limb) !== part.limb)
  const edits: Edit[] = parts.map(part => ({ type: 'part', partId: part.id, set: { limb: swap(part.limb) } }))
  const lead: Edit[] = feet ? [{ type: 'facts', set: { lead: groove.lead === 'right' ? 'left' : 'right' } }] : []
  return together(feet ? 'Mirrored for the other lead' : 'The hands changed over', [...edits, ...lead])
}

/** Feet that would cross: what the left foot plays is to the right of what the right foot plays, by more than a shoe’s width. */
interface CrossedFeet {
  left: Piece
  right: Piece
}
const SHOE = 0.1

/**
 * The first pair of pedals on which the feet of a groove would cross on this kit; undefined where none would.
 * @example crossedFeet(groove, kit) === undefined // => true
 */
export function crossedFeet(groove: Pick<Groove, 'parts'>, kit: Kit): CrossedFeet | undefined {
  const pedals = (limb: Limb) =>
    [
      ...new Set(
        groove.parts
          .filter(part => part.limb === limb && !part.muted)
          .flatMap(part => part.strokes.map(stroke => stroke.piece)),
      ),
    ].flatMap(id => pieceOf(kit, id) ?? [])
  for (const left of pedals('LF')) {
    const right = pedals('RF').find(piece => left.stands.x > piece.stands.x + SHOE)
    if (right) return { left, right }
  }
  return undefined
}

/**
 * `'The feet would cross: the left foot on the bass drum, the right foot on the hi-hat.'`
 * @example sayCrossed({ left: pieceOf(kit, 'bass drum'), right: pieceOf(kit, 'hi-hat') }) // => 'The feet would cross: the left foot on the bass drum, the right foot on the hi-hat.'
 */
export const sayCrossed = ({ left, right }: CrossedFeet): string =>
  `The feet would cross: the left foot on the ${left.name.toLowerCase()}, the right foot on the ${right.name.toLowerCase()}.`

/** A piece a groove asks for that a kit lacks: the parts that ask, and the nearest piece the kit has for their limbs. */
interface Lacking {
  piece: string
  parts: Part[]
  nearest: string | undefined
}

/**
 * What a groove asks for and this kit lacks, in the order it is asked.
 * @example lacking({ ...groove, parts: [{ ...part('hats'), strokes: [{ at: 0, piece: 'cowbell', stroke: 'hit', level: 3 }] }] }, kit).map(one => one.piece) // => ['cowbell']
 */
export function lacking(groove: Groove, kit: Kit): Lacking[] {
  const found = new Map<string, Part[]>()
  for (const part of groove.parts) {
    for (const { piece } of part.strokes) {
      if (pieceOf(kit, piece)) continue
      const parts = found.get(piece) ?? []
      if (!parts.includes(part)) found.set(piece, [...parts, part])
    }
  }
  return [...found].map(([piece, parts]) => ({ piece, parts, nearest: nearestPiece(kit, piece, parts[0]!.limb)?.id }))
}

/**
 * Every stroke on one piece moved to another of the kit; strokes it does not know become its plain ones.
 * @example apply(groove, repieced(groove, kit, 'hi-hat', 'ride')).value.document.parts[0].strokes[0].piece // => 'ride'
 */
export function repieced(groove: Groove, kit: Kit, from: string, to: string): Edit {
  const edits = groove.parts.flatMap((part): Edit[] => {
    const strokes = part.strokes.filter(stroke => stroke.piece === from)
    if (!strokes.length) return []
    return [
      {
        type: 'strokes',
        partId: part.id,
        remove: strokes.map(stroke => stroke.at),
        put: strokes.map(stroke => asPiece(groove, kit, part.limb, stroke, to)),
      },
    ]
  })
  return together(`${from} to ${to}`, edits)
}
