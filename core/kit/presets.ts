import type { Kit, Piece, PieceStroke } from './kit'
import type { StrokeKind } from './strokes'

const byHand = (strokes: Partial<Record<StrokeKind, number>>): PieceStroke[] => list(strokes, 'hand')
const byFoot = (strokes: Partial<Record<StrokeKind, number>>): PieceStroke[] => list(strokes, 'foot')

const list = (strokes: Partial<Record<StrokeKind, number>>, by: PieceStroke['by']): PieceStroke[] =>
  Object.entries(strokes).map(([kind, note]) => ({ kind: kind as StrokeKind, by, note: note! }))

// A right-handed player's usual places. Notes from the percussion map of General MIDI level 1; 40 as the rim shot is a convention.
const SNARE: Piece = {
  id: 'snare', name: 'Snare', kind: 'snare', pitch: 1, stands: { x: 0, y: 0.45 },
  strokes: byHand({ 'hit': 38, 'rim shot': 40, 'cross-stick': 37, 'buzz': 38, 'sweep': 38 }),
}
const HAT: Piece = {
  id: 'hi-hat', name: 'Hi-hat', kind: 'hi-hat', pitch: 1, stands: { x: -0.42, y: 0.5 },
  strokes: [...byHand({ hit: 42, open: 46 }), ...byFoot({ chick: 44, splash: 46 })],
}
const RIDE: Piece = { id: 'ride', name: 'Ride', kind: 'ride', pitch: 1, stands: { x: 0.55, y: 0.75 }, strokes: byHand({ hit: 51, bell: 53 }) }
const CRASH: Piece = { id: 'crash', name: 'Crash', kind: 'crash', pitch: 1, stands: { x: -0.38, y: 0.85 }, strokes: byHand({ hit: 49 }) }
const HIGH_TOM: Piece = { id: 'high tom', name: 'High tom', kind: 'tom', pitch: 1.3, stands: { x: -0.14, y: 0.78 }, strokes: byHand({ hit: 50 }) }
const MID_TOM: Piece = { id: 'mid tom', name: 'Mid tom', kind: 'tom', pitch: 1, stands: { x: 0.2, y: 0.78 }, strokes: byHand({ hit: 47 }) }
const FLOOR_TOM: Piece = { id: 'floor tom', name: 'Floor tom', kind: 'floor tom', pitch: 1, stands: { x: 0.5, y: 0.35 }, strokes: byHand({ hit: 43 }) }
const BASS: Piece = { id: 'bass drum', name: 'Bass drum', kind: 'bass drum', pitch: 1, stands: { x: 0.08, y: 0.65 }, strokes: byFoot({ hit: 36 }) }

/** The kits that ship with the application. */
export const KITS: readonly Kit[] = [
  { id: 'five-piece', name: 'Five-piece', pieces: [SNARE, HAT, RIDE, CRASH, HIGH_TOM, MID_TOM, FLOOR_TOM, BASS] },
  { id: 'four-piece', name: 'Four-piece', pieces: [SNARE, HAT, RIDE, CRASH, HIGH_TOM, FLOOR_TOM, BASS] },
]

export const DEFAULT_KIT = KITS[0]!

/** The kit of that name, or the five-piece where it is not known. */
export const kitById = (id: string): Kit => KITS.find(kit => kit.id === id) ?? DEFAULT_KIT
