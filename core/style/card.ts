import type { Limb } from '#core/kit'
import { type Bar, type Part, type Role, type RowStroke, makePart, rowStrokes } from '#core/groove'
import type { Meter, Swing } from '#core/time'

/** Something a style lives by, as data that can be checked, with the reason a teacher would give. */
export type Constraint = { reason: string } & (
  | { kind: 'straight' }
  | { kind: 'swung', level: Swing['level'], from: number, to: number }
  | { kind: 'backbeat', beats: number[] }
  | { kind: 'tempo', from: number, to: number }
  /** A limb must strike a piece wherever the row, read as `rowStrokes` does, has an x. */
  | { kind: 'keeps', limb: Limb, piece: string, row: string }
  /** A limb must leave these felt beats alone. */
  | { kind: 'silent', limb: Limb, beats: number[] }
)

/** One row of a candidate: figures for levels, and what they strike (see `rowStrokes`). */
export interface Row extends RowStroke { row: string }

/** One traditional part that a limb may play in a style. */
export interface Candidate { id: string, name: string, limb: Limb, role: Role, rows: Row[] }

/** A style: its time, its tempo, the order its limbs are usually layered in, and parts to try for each. Limbs are those of a right-handed player. */
export interface StyleCard {
  id: string
  name: string
  about: string
  meter: Meter
  /** Slots in each felt beat: one number for all, or one for each. */
  slots: number | number[]
  swing: Swing | null
  tempo: { from: number, to: number, usual: number }
  order: Limb[]
  candidates: Candidate[]
  constraints: Constraint[]
}

/** The parts a style offers one limb, in the order they are worth trying. */
export const candidatesFor = (card: StyleCard, limb: Limb): Candidate[] =>
  card.candidates.filter(candidate => candidate.limb === limb)

/** A candidate as a part over these bars. */
export const partFrom = (candidate: Candidate, bars: readonly Bar[], id: string): Part => makePart({
  id,
  name: candidate.name,
  role: candidate.role,
  limb: candidate.limb,
  strokes: candidate.rows.flatMap(({ row, ...struck }) => rowStrokes(bars, row, struck)).sort((a, b) => a.at - b.at),
})
