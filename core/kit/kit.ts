import { type Limb, type StrokeKind, isHand } from './strokes'

/** What a piece is, which decides its sound, its mark and its place on a staff. */
export const PIECE_KINDS = ['snare', 'hi-hat', 'ride', 'crash', 'tom', 'floor tom', 'bass drum'] as const
export type PieceKind = typeof PIECE_KINDS[number]

/** One stroke a piece knows, the limbs' end it is for, and its General MIDI note. */
export interface PieceStroke { kind: StrokeKind, by: 'hand' | 'foot', note: number }

/** Where a piece is struck, seen from above in metres: x to the player's right, y away from the player, the stool at (0, 0). */
export interface Place { x: number, y: number }

/** One thing on the kit. `pitch` sets drums of a kind apart (1 for the kind's usual size, 1.3 a smaller one). */
export interface Piece { id: string, name: string, kind: PieceKind, pitch: number, stands: Place, strokes: PieceStroke[] }

/** A kit: pieces by the names that grooves refer to them by. */
export interface Kit { id: string, name: string, pieces: Piece[] }

/** The piece of that name, if the kit has it. */
export const pieceOf = (kit: Kit, id: string): Piece | undefined => kit.pieces.find(piece => piece.id === id)

/** The strokes of a piece that this limb can make: a foot makes chicks, a hand does not. */
export const strokesFor = (piece: Piece, limb: Limb): StrokeKind[] =>
  piece.strokes.filter(stroke => (stroke.by === 'hand') === isHand(limb)).map(stroke => stroke.kind)

/** The pieces this limb can strike at all, in the kit's order. */
export const piecesFor = (kit: Kit, limb: Limb): Piece[] => kit.pieces.filter(piece => strokesFor(piece, limb).length > 0)

/** General MIDI note of a stroke; a stroke the piece does not know sounds as the piece's first. */
export const noteOf = (piece: Piece, kind: StrokeKind): number =>
  (piece.strokes.find(stroke => stroke.kind === kind) ?? piece.strokes[0]!).note
