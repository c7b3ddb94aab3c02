import type { Ornament, StrokeKind } from '#core/kit'
import { type BarTime, slotsOf } from '#core/time'
import type { Stroke } from './schema'

/** What a row's figures stand for: the piece, how it is struck, and for open hats for how many slots. */
export interface RowStroke {
  piece: string
  stroke?: StrokeKind
  openSlots?: number
  ornament?: Ornament
}

/**
 * Strokes from a row of figures, one to a slot: a digit is a level, a dot a rest, spaces are for the eye.
 * A row shorter than the bars is said again from its start: `'..5.'` over 4/4 in twos puts a backbeat on 2 and 4.
 * @example rowStrokes(bars, '..5.', { piece: 'snare' }).map(stroke => stroke.at) // => [2520, 7560, 12600, 17640]
 */
export function rowStrokes(
  bars: readonly BarTime[],
  row: string,
  { piece, stroke = 'hit', openSlots, ornament }: RowStroke,
): Stroke[] {
  const figures = row.replaceAll(' ', '')
  return slotsOf(bars).flatMap(slot => {
    const figure = figures[slot.index % figures.length]!
    if (figure === '.') return []
    const level = Number(figure) as Stroke['level']
    const opens = openSlots ? { openFor: openSlots * slot.length } : {}
    return [{ at: slot.at, piece, stroke, level, ...opens, ...(ornament ? { ornament } : {}) }]
  })
}
