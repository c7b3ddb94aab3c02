import { PIECE_KINDS, type PieceKind } from './kinds'
import type { Kit, Piece, PieceStroke } from './schema'
import { KIT_SHAPE } from './shapes'
import type { SoundName } from './sounds'
import type { StaffPlace } from './heads'
import type { StrokeKind } from './strokes'

type Notes = { [kind in StrokeKind]?: number }
interface More {
  pitch?: number
  foot?: Notes
  sound?: SoundName
  staff?: StaffPlace
}

/** A piece with its usual strokes: by hand, and by foot where `foot` names any. */
function piece(
  id: string,
  kind: PieceKind,
  [x, y]: [number, number],
  hand: Notes,
  { pitch = 1, foot = {}, sound, staff }: More = {},
): Piece {
  const list = (notes: Notes, by: PieceStroke['by']): PieceStroke[] =>
    Object.entries(notes).map(([stroke, note]) => ({
      kind: stroke as StrokeKind,
      by,
      note,
      ...(sound ? { sound } : {}),
      ...(staff ? { staff } : {}),
    }))
  return {
    id,
    name: id.charAt(0).toUpperCase() + id.slice(1),
    kind,
    pitch,
    stands: { x, y },
    strokes: [...list(hand, 'hand'), ...list(foot, 'foot')],
  }
}

const kit = (id: string, name: string, pieces: Piece[], pairs: Kit['pairs'] = []): Kit => ({
  format: KIT_SHAPE.format,
  version: KIT_SHAPE.version,
  id,
  name,
  hands: 'crossed',
  pieces,
  pairs,
})

// A right-handed player's usual places. Notes from the percussion map of General MIDI level 1; 40 as the rim shot is a convention.
const SNARE = piece('snare', 'snare', [0, 0.45], {
  hit: 38,
  'rim shot': 40,
  'cross-stick': 37,
  buzz: 38,
  sweep: 38,
  tap: 38,
})
const HATS = { hit: 42, open: 46, 'half open': 46, loose: 46, tight: 42 }
const HAT = piece('hi-hat', 'hi-hat', [-0.42, 0.5], HATS, { foot: { chick: 44, splash: 46 } })
const RIDE = piece('ride', 'ride', [0.55, 0.75], { hit: 51, bell: 53 })
const CRASH = piece('crash', 'crash', [-0.38, 0.85], { hit: 49 })
const HIGH_TOM = piece('high tom', 'tom', [-0.14, 0.78], { hit: 50 }, { pitch: 1.3 })
const MID_TOM = piece('mid tom', 'tom', [0.2, 0.78], { hit: 47 })
const FLOOR_TOM = piece('floor tom', 'floor tom', [0.5, 0.35], { hit: 43 })
const BASS = piece('bass drum', 'bass drum', [0.18, 0.65], {}, { foot: { hit: 36 } })

const PAD = piece('pad', 'pad', [0, 0.42], { hit: 38, 'rim shot': 40, buzz: 38 })

/**
 * Twenty-six sources, with six pedals under the left foot: of the kind seen where one player covers a whole percussion section. Pieces of
 * one kind share a note where the map has only one for what they are, so that other programs sound them as that.
 */
const LARGE = [
  SNARE,
  HAT,
  RIDE,
  CRASH,
  HIGH_TOM,
  MID_TOM,
  FLOOR_TOM,
  BASS,
  piece(
    'side snare',
    'snare',
    [-0.5, 0.28],
    { hit: 40, 'rim shot': 40 },
    { pitch: 1.25, staff: { place: 0, head: 'filled' } },
  ),
  piece('high-mid tom', 'tom', [0.03, 0.86], { hit: 48 }, { pitch: 1.15 }),
  piece('low floor tom', 'floor tom', [0.72, 0.16], { hit: 41 }, { pitch: 0.82 }),
  piece('closed hats', 'hi-hat', [0.38, 0.58], { hit: 42 }, { pitch: 1.1, staff: { place: 5, head: 'diamond' } }),
  piece(
    'second ride',
    'ride',
    [0.82, 0.5],
    { hit: 59, bell: 53 },
    { pitch: 0.9, staff: { place: 4, head: 'triangle' } },
  ),
  piece('second crash', 'crash', [0.3, 0.95], { hit: 57 }, { pitch: 0.9 }),
  piece('china', 'china', [0.85, 0.78], { hit: 52 }),
  piece('splash', 'splash', [-0.05, 0.98], { hit: 55 }),
  piece('cowbell', 'cowbell', [0.12, 0.68], { hit: 56 }),
  piece('high block', 'block', [0.24, 0.62], { hit: 76 }, { pitch: 1.3 }),
  piece('low block', 'block', [0.32, 0.7], { hit: 77 }, { staff: { place: 0, head: 'x' } }),
  piece('high timbale', 'timbale', [-0.62, 0.52], { hit: 65, 'rim shot': 65 }, { pitch: 1.25 }),
  piece(
    'low timbale',
    'timbale',
    [-0.72, 0.34],
    { hit: 66, 'rim shot': 66 },
    { staff: { place: 1, head: 'triangle' } },
  ),
  piece('tambourine', 'tambourine', [-0.24, 0.72], { hit: 54 }),
  piece('left bass pedal', 'bass drum', [-0.1, 0.6], {}, { foot: { hit: 35 }, staff: { place: -4, head: 'filled' } }),
  piece(
    'foot cowbell',
    'cowbell',
    [-0.22, 0.62],
    {},
    { foot: { hit: 56 }, pitch: 0.8, staff: { place: -6, head: 'triangle' } },
  ),
  piece('foot block', 'block', [-0.32, 0.64], {}, { foot: { hit: 77 }, pitch: 0.9, staff: { place: -6, head: 'x' } }),
  piece(
    'foot tambourine',
    'tambourine',
    [-0.52, 0.62],
    {},
    { foot: { hit: 54 }, staff: { place: -7, head: 'triangle' } },
  ),
  piece('foot claves', 'block', [-0.6, 0.56], {}, { foot: { hit: 75 }, pitch: 1.8, staff: { place: -7, head: 'x' } }),
]

const machine = (from: Piece, sounds: { [kind in StrokeKind]?: SoundName }): Piece => ({
  ...from,
  strokes: from.strokes.map(stroke => (sounds[stroke.kind] ? { ...stroke, sound: sounds[stroke.kind]! } : stroke)),
})

/** Pads and rubber cymbals: places closer together, a machine's sounds, a hand clap on the snare's rim. */
const ELECTRONIC = [
  machine(piece('snare', 'snare', [0, 0.42], { hit: 38, 'rim shot': 40, 'cross-stick': 37, buzz: 38 }), {
    hit: 'machine snare',
    'rim shot': 'hand clap',
  }),
  machine(piece('hi-hat', 'hi-hat', [-0.36, 0.46], HATS, { foot: { chick: 44, splash: 46 } }), {
    hit: 'machine hat',
    open: 'machine open hat',
    'half open': 'machine open hat',
    loose: 'machine open hat',
    tight: 'machine hat',
    splash: 'machine open hat',
  }),
  piece('ride', 'ride', [0.48, 0.66], { hit: 51, bell: 53 }),
  piece('crash', 'crash', [-0.34, 0.72], { hit: 49 }),
  piece('high tom', 'tom', [-0.14, 0.68], { hit: 50 }, { pitch: 1.4 }),
  piece('mid tom', 'tom', [0.14, 0.68], { hit: 47 }, { pitch: 1.1 }),
  piece('floor tom', 'floor tom', [0.42, 0.36], { hit: 43 }, { pitch: 1.1 }),
  machine(piece('bass drum', 'bass drum', [0.16, 0.6], {}, { foot: { hit: 36 } }), { hit: 'machine bass' }),
]

/** The kits that ship with the application. */
export const KITS: readonly Kit[] = [
  kit('five-piece', 'Five-piece', [SNARE, HAT, RIDE, CRASH, HIGH_TOM, MID_TOM, FLOOR_TOM, BASS]),
  kit('four-piece', 'Four-piece', [SNARE, HAT, RIDE, CRASH, HIGH_TOM, FLOOR_TOM, BASS]),
  kit('pad', 'Pad only', [PAD]),
  kit('large', 'Large, with a left-foot row', LARGE, [
    { a: 'high block', b: 'low block' },
    { a: 'foot cowbell', b: 'foot block' },
  ]),
  kit('electronic', 'Electronic', ELECTRONIC),
]

export const DEFAULT_KIT = KITS[0]!

/**
 * The shipped kit of that id, or the five-piece where there is none.
 * @example kitById('pad').name // => 'Pad only'
 */
export const kitById = (id: string): Kit => KITS.find(one => one.id === id) ?? DEFAULT_KIT

// The first kit that has a piece says what it is.
const PIECES: ReadonlyMap<string, Piece> = new Map(
  KITS.flatMap(one => one.pieces)
    .toReversed()
    .map(one => [one.id, one]),
)
const KINDS_LONGEST_FIRST = PIECE_KINDS.toSorted((a, b) => b.length - a.length)

/**
 * A piece by the id it has on any shipped kit: what a groove means that asks for it.
 * @example knownPiece('ride').kind // => 'ride'
 */
export const knownPiece = (id: string): Piece | undefined => PIECES.get(id)

/**
 * The kind of a piece by its id, where the kit is not at hand: its kind on the kits that come with Bazzet, or the kind that the id
 * begins with, as ids of pieces that are added do.
 * @example [kindNamed('side snare'), kindNamed('floor tom 2'), kindNamed('gong')] // => ['snare', 'floor tom', undefined]
 */
export const kindNamed = (piece: string): PieceKind | undefined =>
  knownPiece(piece)?.kind ?? KINDS_LONGEST_FIRST.find(kind => piece.startsWith(kind))
