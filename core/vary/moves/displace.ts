import {
  type Groove,
  type Span,
  type Stroke,
  apply,
  displacedIn,
  sayCount,
  sayList,
  saySpan,
  shiftTick,
  shiftedStrokes,
  workable,
} from '#core/groove'
import { aNote, mod } from '#core/time'
import { type Result, ok, refuse } from '#core/result'
import { type Made, type Move, list, num } from '../move'
import { sayBackbeatMove } from '../say'
import { type Grid, atTick, eachStroke, gridOf, inOrder, made, noPart } from '../work'

/** `'1 slot later, a sixteenth'`; on a grid of several subdivisions only the slots are counted. */
function sayShift(groove: Groove, slots: number): string {
  const { beats, slots: all } = gridOf(groove)
  if (mod(slots, all.length) === 0) return slots === 0 ? 'by nothing' : 'all the way round, back to where it was'
  const lengths = new Set(beats.map(beat => beat.length / beat.slots))
  const by = `${sayCount(Math.abs(slots), 'slot')} ${slots > 0 ? 'later' : 'earlier'}`
  const name = lengths.size === 1 ? aNote([...lengths][0]!) : undefined
  if (!name) return by
  return Math.abs(slots) === 1 ? `${by}, ${name}` : `${by}, each ${name}`
}

/** A tick moved by slots round that many of them from `first`; on a slot it is looked up, between two it is worked out. */
function moved({ slots, slotAt, beats, total }: Grid, at: number, by: number, first = 0, many = slots.length): number {
  const slot = slotAt.get(at)
  if (slot !== undefined) return slots[first + mod(slot - first + by, many)]!.at
  if (many === slots.length) return shiftTick(beats, total, at, by)
  const from = slots[first]!.at
  const end = slots[first + many]?.at ?? total
  const local = beats
    .filter(beat => beat.first >= first && beat.first < first + many)
    .map(beat => ({ ...beat, at: beat.at - from, first: beat.first - first }))
  return from + shiftTick(local, end - from, at - from, by)
}

/** What is in a span moved by slots, round within it. */
function displacedAlone(groove: Groove, span: Span, slots: number, partIds?: readonly string[]): Result<Made> {
  const done = apply(groove, displacedIn(groove, span, slots, partIds))
  if (!done.ok) return done
  const after = done.value.document
  const who =
    partIds && partIds.length < groove.parts.length
      ? sayList(groove.parts.filter(part => partIds.includes(part.id)).map(part => part.name))
      : 'Everything'
  return ok({
    groove: after,
    says: () =>
      `${who} in ${saySpan(groove, span)} moved ${sayShift(groove, slots)}, round within it. ${sayBackbeatMove(groove, after)}`,
  })
}

/**
 * Moves parts by whole slots around the bar line. Every stroke keeps its level and all else; a full turn round all slots
 * moves nothing.
 */
export const displaceParts: Move = {
  makeIn: (groove, params, span) => displacedAlone(groove, span, num(params, 'slots'), list(params, 'partIds')),
  id: 'displace',
  traits: ['displaces', 'by slots'],
  name: 'Displace parts',
  group: 'displace',
  keeps: ['same'],
  about: 'Moves chosen parts by so many slots, earlier or later, round the bar line.',
  params: [
    { id: 'partIds', name: 'Parts', kind: 'parts' },
    { id: 'slots', name: 'Slots later', kind: 'number', from: -2000, to: 2000, usual: 1, tried: [-4, 4] },
  ],
  make(groove, params) {
    const ids = list(params, 'partIds')
    const slots = num(params, 'slots')
    if (!ids.length) return refuse('Choose at least one part to move.')
    const chosen = ids.map(id => groove.parts.find(part => part.id === id))
    const missing = ids.find((_, i) => !chosen[i])
    if (missing !== undefined) return refuse(noPart(missing))
    const locked = chosen.find(part => part!.locked)
    if (locked) return refuse(`“${locked.name}” is locked; unlock it first.`)
    const names = chosen.map(part => part!.name)
    const who = names.length === groove.parts.length && names.length > 1 ? 'The whole groove' : sayList(names)
    const grid = gridOf(groove)
    const shifted = (part: Groove['parts'][number]): Stroke[] =>
      part.every
        ? shiftedStrokes(groove, part, slots)
        : inOrder(part.strokes.map(stroke => atTick(stroke, moved(grid, stroke.at, slots))))
    const parts = groove.parts.map(part => (ids.includes(part.id) ? { ...part, strokes: shifted(part) } : part))
    const after = { ...groove, parts }
    return made(groove, after, () => `${who} moved ${sayShift(groove, slots)}. ${sayBackbeatMove(groove, after)}`, '')
  },
}

/** All parts by whole slots. */
export const displaceAll: Move = {
  makeIn: (groove, params, span) => displacedAlone(groove, span, num(params, 'slots')),
  id: 'displace-all',
  traits: ['displaces', 'by slots'],
  name: 'Displace everything',
  group: 'displace',
  keeps: ['same', 'linear'],
  about: 'Moves the whole groove by so many slots, round the bar line.',
  params: [{ id: 'slots', name: 'Slots later', kind: 'number', from: -16, to: 16, usual: 1, tried: [-4, 4] }],
  make(groove, params, kit) {
    if (groove.parts.some(part => !workable(part)))
      return refuse('A part is locked or repeats on its own; the whole cannot move together.')
    if (mod(num(params, 'slots'), gridOf(groove).slots.length) === 0)
      return refuse('A full turn, or none, moves nothing.')
    return displaceParts.make(groove, { partIds: groove.parts.map(part => part.id), slots: num(params, 'slots') }, kit)
  },
}

const displaceBar: Move = {
  id: 'displace-bar',
  traits: ['displaces'],
  name: 'Displace one bar',
  group: 'displace',
  keeps: ['same', 'linear'],
  about: 'Moves what is in one bar by so many slots, round within that bar; the other bars stay.',
  params: [
    { id: 'bar', name: 'Bar', kind: 'bar', usual: 0 },
    { id: 'slots', name: 'Slots later', kind: 'number', from: -16, to: 16, usual: 1, tried: [-4, 4] },
  ],
  make(groove, params) {
    const bar = num(params, 'bar')
    const grid = gridOf(groove)
    const [from, to] = [grid.starts[bar]!, grid.starts[bar + 1]!]
    if (groove.parts.some(part => !workable(part)))
      return refuse('A part is locked or repeats on its own; a bar cannot move as a whole.')
    const first = grid.slotAt.get(from)!
    const many = (grid.slotAt.get(to) ?? grid.slots.length) - first
    const after = eachStroke(
      groove,
      () => true,
      stroke => {
        if (stroke.at < from || stroke.at >= to) return stroke
        return atTick(stroke, moved(grid, stroke.at, num(params, 'slots'), first, many))
      },
    )
    return made(
      groove,
      after,
      () => `Bar ${bar + 1} moved ${sayShift(groove, num(params, 'slots'))}. ${sayBackbeatMove(groove, after)}`,
      `Bar ${bar + 1} is empty, or a full turn brings it back.`,
    )
  },
}

export const DISPLACE: readonly Move[] = [displaceAll, displaceParts, displaceBar]
