import { type Result, ok, refuse } from '#core/result'
import { sayBackbeat } from '#core/analyse'
import { type Edit, type Groove, apply, partOf, sayCount, sayList, shiftedStrokes, together } from '#core/groove'
import { beatsOf, mod } from '#core/time'
import type { Moved } from './move'

/** Which parts move, and by how many slots: later where positive, earlier where negative. */
export interface Displacement { partIds: string[], slots: number }

const SLOT_NAMES: Record<number, string> = {
  5040: 'a quarter', 2520: 'an eighth', 1260: 'a sixteenth', 630: 'a thirty-second',
  1680: 'an eighth triplet', 840: 'a sixteenth triplet', 420: 'a thirty-second triplet', 7560: 'a dotted quarter', 10080: 'a half',
}

/**
 * Moves parts by whole slots around the bar line. Every stroke keeps its level and all else;
 * a full turn round all slots moves nothing.
 */
export function displace(groove: Groove, { partIds, slots }: Displacement): Result<Moved> {
  if (!Number.isInteger(slots)) return refuse('A displacement is a whole number of slots.')
  if (!partIds.length) return refuse('Choose at least one part to move.')
  const edits: Edit[] = []
  const names: string[] = []
  for (const id of partIds) {
    const part = partOf(groove, id)
    if (!part) return refuse(`This groove has no part “${id}”.`)
    const put = shiftedStrokes(groove, part, slots)
    names.push(part.name)
    edits.push({ type: 'strokes', partId: id, remove: part.strokes.map(stroke => stroke.at), put })
  }
  const who = names.length === groove.parts.length && names.length > 1 ? 'The whole groove' : sayList(names)
  const label = `${who} moved ${sayShift(groove, slots)}`
  const edit = together(label, edits)
  const applied = apply(groove, edit)
  if (!applied.ok) return applied
  const sentence = `${label}. ${sayBackbeatMove(groove, applied.value.groove)}`
  return ok({ edit, sentence, made: { move: 'displace', params: { partIds, slots }, sentence } })
}

/** `'1 slot later, a sixteenth'`; on a grid of several subdivisions only the slots are counted. */
function sayShift(groove: Groove, slots: number): string {
  const beats = beatsOf(groove.bars)
  const all = beats.reduce((sum, beat) => sum + beat.slots, 0)
  if (mod(slots, all) === 0) return slots === 0 ? 'by nothing' : 'all the way round, back to where it was'
  const lengths = new Set(beats.map(beat => beat.length / beat.slots))
  const by = `${sayCount(Math.abs(slots), 'slot')} ${slots > 0 ? 'later' : 'earlier'}`
  const name = lengths.size === 1 ? SLOT_NAMES[[...lengths][0]!] : undefined
  if (!name) return by
  return Math.abs(slots) === 1 ? `${by}, ${name}` : `${by}, each ${name}`
}

/** Where the backbeat is now, and where it was. */
function sayBackbeatMove(before: Groove, after: Groove): string {
  const was = sayBackbeat(before)
  const is = sayBackbeat(after)
  if (!is) return 'There is no backbeat to hear it against.'
  return was === is ? `The backbeat stays on ${is}.` : `The backbeat now falls on ${is}; it was on ${was}.`
}
