import { nearestPiece } from './body'
import type { PieceKind } from './kinds'
import { pieceOf, strokesFor } from './kit'
import { knownPiece } from './presets'
import type { Kit } from './schema'
import type { StrokeKind } from './strokes'

/** The percussion of the General MIDI map, by note: the piece it means on the kits that ship, and the stroke. */
const GM: Record<number, [piece: string, stroke: StrokeKind]> = {
  35: ['bass drum', 'hit'],
  36: ['bass drum', 'hit'],
  37: ['snare', 'cross-stick'],
  38: ['snare', 'hit'],
  39: ['side snare', 'hit'],
  40: ['snare', 'rim shot'],
  41: ['low floor tom', 'hit'],
  42: ['hi-hat', 'hit'],
  43: ['floor tom', 'hit'],
  44: ['hi-hat', 'chick'],
  45: ['mid tom', 'hit'],
  46: ['hi-hat', 'open'],
  47: ['mid tom', 'hit'],
  48: ['high-mid tom', 'hit'],
  49: ['crash', 'hit'],
  50: ['high tom', 'hit'],
  51: ['ride', 'hit'],
  52: ['china', 'hit'],
  53: ['ride', 'bell'],
  54: ['tambourine', 'hit'],
  55: ['splash', 'hit'],
  56: ['cowbell', 'hit'],
  57: ['second crash', 'hit'],
  59: ['second ride', 'hit'],
  65: ['high timbale', 'hit'],
  66: ['low timbale', 'hit'],
  75: ['high block', 'hit'],
  76: ['high block', 'hit'],
  77: ['low block', 'hit'],
}

/**
 * The notes by which other programs sound a stroke of a kind of piece, in the order of the map.
 * @internal
 */
export const notesOfKind = (kind: PieceKind, stroke: StrokeKind): number[] =>
  Object.entries(GM)
    .filter(([, [piece, means]]) => means === stroke && knownPiece(piece)?.kind === kind)
    .map(([note]) => Number(note))

/** Where the drums of the map begin and end. */
const FIRST_DRUM = 35
const LAST_DRUM = 81

/**
 * The highest note under the map’s drums, or the lowest above them, that is not taken: other programs sound nothing there.
 * @internal
 */
export function silentNote(taken: ReadonlySet<number>): number | undefined {
  const under = Array.from({ length: FIRST_DRUM }, (_, n) => FIRST_DRUM - 1 - n)
  const above = Array.from({ length: 127 - LAST_DRUM }, (_, n) => LAST_DRUM + 1 + n)
  return [...under, ...above].find(note => !taken.has(note))
}

/** A stroke on a piece that the kit has; `instead` where it takes the place of one that the kit lacks, by that one’s name. */
interface OnKit {
  piece: string
  stroke: StrokeKind
  instead?: string
}

/**
 * What a kit has for a piece and a stroke of some other kit: itself, or the nearest; undefined where nothing can make that stroke.
 * @example onKit(kit, 'snare', 'hit') // => { piece: 'snare', stroke: 'hit' }
 */
export function onKit(kit: Kit, piece: string, stroke: StrokeKind): OnKit | undefined {
  const own = pieceOf(kit, piece)
  const foot = stroke === 'chick' || stroke === 'splash' || knownPiece(piece)?.kind === 'bass drum'
  const limb = foot ? 'RF' : 'RH'
  const found = own && own.strokes.length ? own : nearestPiece(kit, piece, limb)
  if (!found) return undefined
  const can = [...strokesFor(found, 'RH'), ...strokesFor(found, 'RF')]
  const made = can.includes(stroke) ? stroke : can[0]!
  return { piece: found.id, stroke: made, ...(found.id === piece ? {} : { instead: piece }) }
}

/**
 * What a MIDI note means on a kit: the kit’s own stroke of that note, the first of several and a hand’s before a foot’s; else what General
 * MIDI means by it, on the nearest piece the kit has. Undefined for a note that is no drum’s.
 *
 * @example strokeOfNote(DEFAULT_KIT, 42) // => { piece: 'hi-hat', stroke: 'hit' }
 */
export function strokeOfNote(kit: Kit, note: number): OnKit | undefined {
  const own = kit.pieces
    .flatMap(piece =>
      piece.strokes
        .filter(stroke => stroke.note === note)
        .map(stroke => ({ piece: piece.id, stroke: stroke.kind, by: stroke.by })),
    )
    .sort((a, b) => Number(a.by === 'foot') - Number(b.by === 'foot'))[0]
  if (own) return { piece: own.piece, stroke: own.stroke }
  const usual = GM[note]
  return usual && onKit(kit, ...usual)
}
