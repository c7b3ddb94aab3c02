import type { Role } from '#core/groove'
import type { Limb, StrokeKind } from '#core/kit'
import type { Candidate, Constraint, Row } from '../card'

/** One row of a candidate: the piece, figures for levels, how it is struck, and for open hats for how many slots. */
export const on = (piece: string, row: string, stroke: StrokeKind = 'hit', openSlots?: number): Row =>
  ({ piece, row, stroke, ...(openSlots ? { openSlots } : {}) })

/** Candidates of one limb and role: `id`, `name` and rows of each. */
export const offers = (limb: Limb, role: Role, list: [id: string, name: string, ...rows: Row[]][]): Candidate[] =>
  list.map(([id, name, ...rows]) => ({ id, name, limb, role, rows }))

export const BACKBEAT: Constraint = { kind: 'backbeat', beats: [2, 4], reason: 'The snare on 2 and 4 is what the band leans on.' }

/** A hat foot as most styles have it, for a bar of 4/4 with so many slots a beat. */
export function hatFoot(slots: number): Candidate[] {
  const rest = '.'.repeat(slots)
  const beat = `3${'.'.repeat(slots - 1)}`
  const offBeat = `${'.'.repeat(slots / 2)}3${'.'.repeat(slots / 2 - 1)}`
  return offers('LF', 'hat foot', [
    ['two-four', 'Hat foot on 2 and 4', on('hi-hat', rest + beat + rest + beat, 'chick')],
    ['quarters', 'Hat foot quarters', on('hi-hat', beat, 'chick')],
    ['off-beats', 'Hat foot off-beats', on('hi-hat', offBeat, 'chick')],
  ])
}
