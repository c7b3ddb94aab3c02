import { HOUSE_LIMITS, type Limits } from './limits'
import type { Kit, Piece } from './schema'
import { type SoundName, usualSound } from './sounds'
import { type Limb, type StrokeKind, isHand } from './strokes'

/**
 * What is easy and hard for whoever sits at a kit: the player's own limits, or the house's.
 * @example limitsOf({}) === HOUSE_LIMITS // => true
 */
export const limitsOf = (kit: Pick<Kit, 'limits'>): Limits => kit.limits ?? HOUSE_LIMITS

/**
 * The piece of that name, if the kit has it.
 * @example pieceOf(kit, 'snare').name // => 'Snare'
 */
export const pieceOf = (kit: Kit, id: string): Piece | undefined => kit.pieces.find(piece => piece.id === id)

/**
 * The strokes of a piece that this limb can make: a foot makes chicks, a hand does not.
 * @example [strokesFor(pieceOf(kit, 'hi-hat'), 'LF'), strokesFor(pieceOf(kit, 'snare'), 'LF')] // => [['chick', 'splash'], []]
 */
export const strokesFor = (piece: Piece, limb: Limb): StrokeKind[] =>
  piece.strokes.filter(stroke => (stroke.by === 'hand') === isHand(limb)).map(stroke => stroke.kind)

/**
 * The pieces this limb can strike at all, in the kit's order.
 * @example piecesFor(kit, 'RF').map(piece => piece.id) // => ['hi-hat', 'bass drum']
 */
export const piecesFor = (kit: Kit, limb: Limb): Piece[] =>
  kit.pieces.filter(piece => strokesFor(piece, limb).length > 0)

/**
 * MIDI note of a stroke; a stroke the piece does not know sounds as the piece's first.
 * @example noteOf(pieceOf(kit, 'snare'), 'hit') // => 38
 */
export const noteOf = (piece: Piece, kind: StrokeKind): number =>
  (piece.strokes.find(stroke => stroke.kind === kind) ?? piece.strokes[0]!).note

/**
 * The sound of a stroke: as the kit says, or as is usual for the kind of piece.
 * @example soundOf(pieceOf(kit, 'hi-hat'), 'open') // => 'open hat'
 */
export const soundOf = (piece: Piece, kind: StrokeKind): SoundName =>
  piece.strokes.find(stroke => stroke.kind === kind)?.sound ?? usualSound(piece.kind, kind)

/**
 * True where the kit lets one limb strike both at once.
 * @example paired(kit, 'snare', 'ride') // => false
 */
export const paired = (kit: Kit, a: string, b: string): boolean =>
  kit.pairs.some(pair => (pair.a === a && pair.b === b) || (pair.a === b && pair.b === a))

/**
 * True where the kit lets one limb strike all of them at once: each two of them, none twice.
 * @example spanned({ ...kit, pairs: [{ a: 'snare', b: 'hi-hat' }] }, ['snare', 'hi-hat', 'ride']) // => false
 */
export const spanned = (kit: Kit, ids: readonly string[]): boolean =>
  ids.length > 1 && ids.every((a, i) => ids.every((b, j) => j <= i || paired(kit, a, b)))
