import type { Role } from '#core/groove'
import type { Limb, Ornament, StrokeKind } from '#core/kit'
import type { Candidate, Constraint, Row } from '../card'

/** One row of a candidate: the piece, figures for levels, how it is struck, and for open hats for how many slots. */
export const on = (piece: string, row: string, stroke: StrokeKind = 'hit', openSlots?: number): Row => ({
  piece,
  row,
  stroke,
  ...(openSlots ? { openSlots } : {}),
})

/** A row whose strokes all have an ornament: flams, or the doubles of a roll. */
export const graced = (piece: string, row: string, ornament: Ornament): Row => ({ piece, row, ornament })

/** Candidates of one limb and role: `id`, `name` and rows of each. */
export const offers = (limb: Limb, role: Role, list: [id: string, name: string, ...rows: Row[]][]): Candidate[] =>
  list.map(([id, name, ...rows]) => ({ id, name, limb, role, rows }))

export const BACKBEAT: Constraint = {
  kind: 'backbeat',
  beats: [2, 4],
  reason: 'The snare on 2 and 4 is what the band leans on.',
}

/** A hat foot as most styles have it, for a bar of 4/4 with that many slots a beat. */
export function hatFootRow(slots: number): Candidate[] {
  const rest = '.'.repeat(slots)
  const beat = `3${'.'.repeat(slots - 1)}`
  const offBeat = `${'.'.repeat(slots / 2)}3${'.'.repeat(slots / 2 - 1)}`
  return offers('LF', 'hat foot', [
    ['two-four', 'Hat foot on 2 and 4', on('hi-hat', rest + beat + rest + beat, 'chick')],
    ['quarters', 'Hat foot quarters', on('hi-hat', beat, 'chick')],
    ['off-beats', 'Hat foot off-beats', on('hi-hat', offBeat, 'chick')],
  ])
}

/** A hat foot as the dances felt in two have it, for a bar of 4/4 in eighths. */
export const FOOT_IN_CUT_TIME: Candidate[] = offers('LF', 'hat foot', [
  ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
  ['one-three', 'Hat foot on 1 and 3', on('hi-hat', '3. .. 3. ..', 'chick')],
  ['beats', 'Hat foot quarters', on('hi-hat', '2.', 'chick')],
])

/** A bass drum on both beats of a bar of 2/4 in sixteenths, as marches and dances in two have it; the last choice is the card's own. */
export const bassInTwo = (last: [id: string, name: string, row: string]): Candidate[] =>
  offers('RF', 'bass drum', [
    ['two', 'Bass on both beats', on('bass drum', '4... 4...')],
    ['heavy-one', 'Bass on both beats, 1 heavy', on('bass drum', '4... 3...')],
    [last[0], last[1], on('bass drum', last[2])],
  ])

/** A hat foot for the same bar, the off-beats first. */
export const FOOT_IN_TWO: Candidate[] = offers('LF', 'hat foot', [
  ['offs', 'Hat foot off-beats', on('hi-hat', '..3.', 'chick')],
  ['two', 'Hat foot on 2', on('hi-hat', '.... 3...', 'chick')],
  ['beats', 'Hat foot on the beats', on('hi-hat', '3...', 'chick')],
])
