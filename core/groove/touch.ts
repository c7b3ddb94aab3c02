import { together } from '#core/edit'
import {
  type Kit,
  LIMB_NAMES,
  type Level,
  type Limb,
  ORNAMENTS,
  type Ornament,
  type Piece,
  type StrokeKind,
  pieceOf,
  strokesFor,
} from '#core/kit'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import { slotsOf } from '#core/time'
import { putStrokes, takeStrokes } from './commands'
import { ownTick, strokeAt } from './cycle'
import type { Edit } from './edits'
import { struckPart } from './follow'
import { homeFor } from './home'
import { makePart, usualPart } from './make'
import { usualOpening } from './openings'
import type { Groove, Part, Role, Stroke } from './schema'
import { type Span, inSpan } from './span'

/** How hard a stroke is where no level was asked for: as its neighbour, though no accent is copied; plain where there is none, or a ghost among ghosts. */
function untoldLevel(role: Role, neighbour: Stroke | undefined): Level {
  if (!neighbour) return role === 'ghosts' ? 1 : 3
  return neighbour.level === 5 ? 3 : neighbour.level
}

/**
 * A stroke like its neighbour before in this part, or as the limb usually begins; it is an accent only where that was asked for.
 * @example [freshStroke(part('bass'), 'right', 5040).level, freshStroke(part('backbeat'), 'right', 0).level] // => [4, 3]
 */
export function freshStroke(part: Part, lead: Groove['lead'], at: number, level?: Level): Stroke {
  const neighbour = part.strokes.findLast(stroke => stroke.at < at) ?? part.strokes[0]
  const usual = usualPart(part.limb, lead)
  const height = level ?? untoldLevel(part.role, neighbour)
  // A new hat beside an open one is closed: an opening is asked for, not copied. A ghost beside a rim shot is a plain tap.
  const plain = neighbour?.stroke === 'open' || (neighbour?.stroke === 'rim shot' && height <= 2)
  const kind = plain ? 'hit' : neighbour?.stroke
  return { at, piece: neighbour?.piece ?? usual.piece, stroke: kind ?? usual.stroke, level: height }
}

/** What touching an empty slot comes to: the edit, the part it goes into, and the stroke. */
export interface Touch {
  edit: Edit
  part: Part
  stroke: Stroke
}

/** A piece and a kind of stroke that were chosen to paint with. */
export type Brush = Pick<Stroke, 'piece' | 'stroke'>

/** The part chosen in the lane, a level that was asked for, the id of a part that is added, and what is painted with. */
interface TouchWish {
  chosen: string
  level?: Level | undefined
  newId: string
  brush?: Brush | undefined
}

/**
 * A stroke painted over: on the brush's piece, struck as it says; the level stays. An opening lasts as it usually does.
 * @example painted(groove, { at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }, { piece: 'ride', stroke: 'bell' }) // => { at: 0, piece: 'ride', stroke: 'bell', level: 3 }
 */
export const painted = (groove: Pick<Groove, 'bars' | 'parts'>, stroke: Stroke, brush: Brush): Stroke =>
  stroke.piece === brush.piece && stroke.stroke === brush.stroke
    ? stroke
    : asKind(groove, { ...stroke, piece: brush.piece }, brush.stroke)

/**
 * A stroke into a limb's lane: into the part chosen there, or the lane's first that may be changed; where the lane has none,
 * a part is added under `newId` and called by what is struck. With a brush it is that piece and stroke, else like its neighbours.
 * @example rows(touchSlot(groove, 'RF', 2520, { chosen: 'bass', newId: 'new' }).edit) // => { bass: '4.4.......4.....' }
 */
export function touchSlot(groove: Groove, limb: Limb, at: number, { chosen, level, newId, brush }: TouchWish): Touch {
  const asAsked = (stroke: Stroke) => (brush ? painted(groove, stroke, brush) : stroke)
  const here = groove.parts.filter(part => part.limb === limb)
  const part = here.find(one => one.id === chosen) ?? homeFor(groove, limb) ?? here[0]
  if (part) {
    const stroke = asAsked(freshStroke(part, groove.lead, ownTick(part, at), level))
    return { edit: putStrokes(part, [stroke]), part, stroke }
  }
  const stroke = asAsked(freshStroke(makePart({ id: newId, name: '', limb }), groove.lead, at, level))
  const added = struckPart(groove, { id: newId, limb, strokes: [stroke] })
  return { edit: { type: 'add part', part: added, index: groove.parts.length }, part: added, stroke }
}

/**
 * A stroke in every slot of a span in which the limb strikes nothing yet, each as `touchSlot` makes it; undefined where it strikes in all
 * of them.
 * @example rows(fillSlots(groove, 'RF', { from: 0, to: 5040 }, { chosen: 'bass', newId: 'new' }).edit) // => { bass: '4444......4.....' }
 */
export function fillSlots(groove: Groove, limb: Limb, span: Span, wish: TouchWish): Touch | undefined {
  const mine = groove.parts.filter(part => part.limb === limb)
  const free = slotsOf(groove.bars).flatMap(({ at }) =>
    inSpan(span, at) && !mine.some(part => strokeAt(part, at)) ? [at] : [],
  )
  const touches = free.map(at => touchSlot(groove, limb, at, wish))
  const [first] = touches
  if (!first) return undefined
  // Many slots of the bars are one slot of a part that repeats by itself.
  const strokes = [...new Map(touches.map(({ stroke }) => [stroke.at, stroke])).values()].sort((a, b) => a.at - b.at)
  if (first.edit.type !== 'add part') return { ...first, edit: putStrokes(first.part, strokes) }
  const part = struckPart(groove, { ...first.part, strokes })
  return { ...first, part, edit: { ...first.edit, part } }
}

/** The length in ticks of the slot that a tick falls in. */
const slotLength = (groove: Pick<Groove, 'bars'>, at: number): number =>
  present(
    slotsOf(groove.bars).findLast(slot => slot.at <= at),
    'slot',
  ).length

/**
 * The same stroke of another kind: opening a hat gives it its usual length, closing it takes the length away.
 * @example asKind(groove, { at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }, 'open') // => { at: 0, piece: 'hi-hat', stroke: 'open', level: 3, openFor: 2520 }
 */
export function asKind(
  groove: Pick<Groove, 'bars' | 'parts'>,
  { openFor, ...stroke }: Stroke,
  kind: StrokeKind,
): Stroke {
  return { ...stroke, stroke: kind, ...(kind === 'open' ? { openFor: openFor ?? usualOpening(groove, stroke) } : {}) }
}

/**
 * The same stroke on another piece: its kind stays where the limb can make it there, and is that piece's first otherwise.
 * @example asPiece(groove, kit, 'RH', { at: 0, piece: 'hi-hat', stroke: 'open', openFor: 2520, level: 3 }, 'ride') // => { at: 0, piece: 'ride', stroke: 'hit', level: 3 }
 */
export function asPiece(
  groove: Pick<Groove, 'bars' | 'parts'>,
  kit: Kit,
  limb: Limb,
  stroke: Stroke,
  pieceId: string,
): Stroke {
  const piece = pieceOf(kit, pieceId)
  const kinds = piece ? strokesFor(piece, limb) : []
  const kind = kinds.includes(stroke.stroke) ? stroke.stroke : kinds[0]
  return kind ? { ...asKind(groove, stroke, kind), piece: pieceId } : stroke
}

/**
 * The same stroke with an ornament, or without one.
 * @example withOrnament({ at: 0, piece: 'snare', stroke: 'hit', level: 3 }, 'flam') // => { at: 0, piece: 'snare', stroke: 'hit', level: 3, ornament: 'flam' }
 */
export function withOrnament({ ornament: _, ...stroke }: Stroke, ornament: Ornament | undefined): Stroke {
  return ornament ? { ...stroke, ornament } : stroke
}

/**
 * The ornaments that make sense on a piece: grace notes, a double on anything; a cymbal that rings may be choked, too.
 * @example ornamentsFor(pieceOf(kit, 'crash')) // => ['flam', 'drag', 'ruff', 'double', 'choke']
 */
export const ornamentsFor = (piece: Piece): Ornament[] =>
  ORNAMENTS.filter(ornament => ornament !== 'choke' || ['crash', 'china', 'splash', 'ride'].includes(piece.kind))

/**
 * An open hat longer or shorter by whole slots, one at the least; other strokes stay as they are.
 * @example stretched(groove, { at: 0, piece: 'hi-hat', stroke: 'open', openFor: 1260, level: 3 }, 1).openFor // => 2520
 */
export function stretched(groove: Pick<Groove, 'bars'>, stroke: Stroke, slots: number): Stroke {
  if (stroke.stroke !== 'open') return stroke
  const length = slotLength(groove, stroke.at)
  return { ...stroke, openFor: Math.max(length, (stroke.openFor ?? length) + slots * length) }
}

/**
 * Strokes of a part taken out by hand: a part that is left with none goes with them.
 * @example apply(groove, takenOut(part('ghosts'), [8820, 11340])).value.document.parts.length // => 3
 */
export const takenOut = (part: Part, ats: readonly number[]): Edit =>
  part.strokes.every(stroke => ats.includes(stroke.at))
    ? { type: 'remove part', partId: part.id }
    : takeStrokes(part, [...ats])

/** Where strokes may be given: a part there is, or a new one of a limb. */
type Receiver = { partId: string } | { limb: Limb; newId: string }

/**
 * Strokes of a part given to another part, or to another limb in a new part, in place of what that has there. Each is struck as
 * that limb can; refused where it can’t strike the piece at all. A part left with none goes.
 * @example rows(givenTo(groove, kit, part('ghosts'), [8820], { limb: 'RH', newId: 'new' }).value) // => { ghosts: '.........1......', new: '.......1........' }
 */
export function givenTo(groove: Groove, kit: Kit, part: Part, ats: readonly number[], to: Receiver): Result<Edit> {
  const receiver = 'partId' in to ? groove.parts.find(one => one.id === to.partId) : undefined
  if ('partId' in to && (!receiver || receiver.id === part.id)) return refuse('Choose another part to give them to.')
  const limb = receiver?.limb ?? (to as { limb: Limb }).limb
  const strokes = part.strokes
    .filter(stroke => ats.includes(stroke.at))
    .map(stroke => asPiece(groove, kit, limb, stroke, stroke.piece))
  const cannot = strokes.find(({ piece }) => !strokesFor(present(pieceOf(kit, piece), 'piece'), limb).length)
  if (cannot)
    return refuse(
      `The ${LIMB_NAMES[limb]} does not play the ${(pieceOf(kit, cannot.piece)?.name ?? cannot.piece).toLowerCase()} on this kit.`,
    )
  const takes = takenOut(part, ats)
  if (receiver)
    return ok(
      together(`Give to ${receiver.name}`, [
        takes,
        putStrokes(
          receiver,
          strokes.map(stroke => ({ ...stroke, at: ownTick(receiver, stroke.at) })),
        ),
      ]),
    )
  const { newId } = to as { newId: string }
  return ok(
    together(`Give to the ${LIMB_NAMES[limb]}`, [
      takes,
      { type: 'add part', part: struckPart(groove, { id: newId, limb, strokes }), index: groove.parts.length },
    ]),
  )
}
