import type { StaffPlace } from './heads'
import type { PieceKind } from './kinds'
import type { Piece, PieceStroke } from './schema'
import type { StrokeKind } from './strokes'

// The table of docs/rules.md; kinds it does not name are where percussion parts usually put them.
const PLACES: Record<PieceKind, StaffPlace> = {
  crash: { place: 6, head: 'x' },
  china: { place: 7, head: 'x' },
  splash: { place: 7, head: 'diamond' },
  'hi-hat': { place: 5, head: 'x' },
  ride: { place: 4, head: 'x' },
  tom: { place: 3, head: 'filled' },
  snare: { place: 1, head: 'filled' },
  pad: { place: 1, head: 'filled' },
  'floor tom': { place: -1, head: 'filled' },
  timbale: { place: 2, head: 'triangle' },
  'bass drum': { place: -3, head: 'filled' },
  cowbell: { place: 3, head: 'triangle' },
  block: { place: 2, head: 'x' },
  tambourine: { place: 0, head: 'triangle' },
}

/** Where a stroke of a piece is on the staff when the kit says nothing else. A mid tom is a step under a high one, by its pitch. @internal */
function usualStaff(
  { kind, pitch }: Pick<Piece, 'kind' | 'pitch'>,
  { kind: stroke, by }: { kind: StrokeKind; by: PieceStroke['by'] },
): StaffPlace {
  if (by === 'foot' && kind !== 'bass drum') return { place: -5, head: stroke === 'splash' ? 'circled x' : 'x' }
  const { place, head } = PLACES[kind]
  if (kind === 'tom' && pitch < 1.15) return { place: 2, head }
  if (kind === 'floor tom' && pitch < 0.9) return { place: -2, head }
  if (stroke === 'cross-stick') return { place, head: 'x' }
  if (stroke === 'rim shot') return { place, head: 'slash' }
  if (stroke === 'bell') return { place, head: 'diamond' }
  return { place, head }
}

/**
 * Where a stroke of a piece is on the staff: as its kit says, or as is usual.
 * @example staffOf(pieceOf(kit, 'snare'), 'hit', 'hand') // => { place: 1, head: 'filled' }
 */
export function staffOf(piece: Piece, kind: StrokeKind, by: PieceStroke['by']): StaffPlace {
  const stroke = piece.strokes.find(one => one.kind === kind && one.by === by)
  return stroke?.staff ?? usualStaff(piece, { kind, by })
}

/** `sayStaffPlace(4) // => 'top line'`: a place on the staff in words. */
export function sayStaffPlace(place: number): string {
  const lines: Record<number, string> = {
    '-4': 'bottom line',
    '-2': 'second line',
    '0': 'middle line',
    '2': 'fourth line',
    '4': 'top line',
  }
  const spaces: Record<number, string> = {
    '-3': 'bottom space',
    '-1': 'second space',
    '1': 'third space',
    '3': 'top space',
    '5': 'space above',
    '-5': 'space below',
  }
  const named = lines[place] ?? spaces[place]
  if (named) return named
  const far = Math.floor((Math.abs(place) - 5) / 2) + 1
  return `${place % 2 === 0 ? 'ledger line' : 'space'} ${far === 1 ? '' : `${far} `}${place > 0 ? 'above' : 'below'}`
}
