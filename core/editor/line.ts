import {
  type Edit,
  type GuideNote,
  addGuide,
  alterNote,
  guideOf,
  noteAt,
  noteOver,
  notesOf,
  partOf,
  putNote,
  removeGuide,
  takeNote,
  takeOver,
  tapped,
} from '#core/groove'
import type { Groove } from '#core/groove'
import type { Level } from '#core/kit'
import { present } from '#core/present'
import { slotsOf } from '#core/time'
import { makes, shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { type EditorState, slotIn } from './state'

/** How loud a note is written first. @internal */
const NOTE_LEVEL: Level = 4

/**
 * The note under the cursor: the one that begins there, or that lasts into it.
 * @example noteUnder({ ...beginEditor(lined), cursor: { limb: 'RH', slot: 1, line: 'riff' } }, lined).at // => 0
 */
export function noteUnder({ cursor }: Pick<EditorState, 'cursor'>, groove: Groove): GuideNote | undefined {
  const guide = cursor.line === null ? undefined : guideOf(groove, cursor.line)
  return guide && noteOver(guide, slotIn(groove, cursor.slot).at)
}

/** A note into an empty slot; where one begins there it stays. */
function put(state: EditorState, desk: Desk, line: string, level: Level): EditorStep {
  const slot = slotIn(desk.groove, state.cursor.slot)
  if (noteAt(present(guideOf(desk.groove, line), 'guide'), slot.at)) return shows(state)
  return makes(state, desk, putNote(desk.groove, line, { at: slot.at, length: slot.length, level }))
}

/** The end of a note moved by slots; it lasts one at the least. */
function stretch({ at, length }: GuideNote, groove: Groove, by: number): number {
  const ends = slotsOf(groove.bars)
    .map(one => one.at + one.length)
    .filter(end => end > at)
  const now = ends.findIndex(end => end >= at + length)
  return ends[Math.max(0, Math.min(ends.length - 1, now + by))]! - at
}

/** The tool for the line above that the cursor is on. @internal */
export function onLine(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  const { line } = state.cursor
  const { groove } = desk
  if (line === null) return undefined
  const note = noteUnder(state, groove)
  const alter = (set: Partial<Omit<GuideNote, 'at'>>) =>
    note ? makes(state, desk, alterNote(groove, line, note.at, set)) : shows(state)
  switch (event.type) {
    case 'put':
      return put(state, desk, line, NOTE_LEVEL)
    case 'level':
      return note ? alter({ level: event.level }) : put(state, desk, line, event.level)
    case 'note':
      return alter(event.set)
    case 'out':
      return note ? makes(state, desk, takeNote(groove, line, note.at)) : shows(state)
    case 'stretch':
      return note ? alter({ length: stretch(note, groove, event.by) }) : shows(state)
    case 'take notes': {
      const part = partOf(groove, event.partId)
      return part ? makes(state, desk, takeOver(groove, line, part)) : shows(state)
    }
    case 'remove line':
      return makes(state, desk, removeGuide(groove, line))
  }
  return undefined
}

/** What is done with lines wherever the cursor is: one is added, a note is tapped into the one in hand. @internal */
export function withLines(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  const { groove, newId } = desk
  if (event.type === 'add line') {
    const part = event.partId ? partOf(groove, event.partId) : undefined
    const name = part ? part.name : groove.guides.length ? `Line ${groove.guides.length + 1}` : 'Line'
    const edit = addGuide(groove, { id: newId, name, notes: part ? notesOf(groove, part) : [] })
    return makes(state, desk, edit, {
      then: next => ({ ...next, several: [], cursor: { ...next.cursor, line: newId } }),
    })
  }
  if (event.type === 'tap') {
    const line = state.cursor.line ?? groove.guides[0]?.id
    if (line === undefined) return shows(state)
    const note = { ...tapped(slotsOf(groove.bars), event.from, event.to), level: NOTE_LEVEL }
    return makes(state, desk, putNote(groove, line, note))
  }
  return undefined
}

/** What a note drawn on a line comes to: it lasts to the end of the slot under the pointer. @internal */
export function drawn(groove: Groove, line: string, from: number, fresh: boolean, to: number): Edit {
  const slots = slotsOf(groove.bars)
  const place = slots[Math.min(to, slots.length - 1)]!
  const first = slots.find(one => one.at >= from) ?? place
  const length = Math.max(first.length, place.at + place.length - from)
  return fresh
    ? putNote(groove, line, { at: from, length, level: NOTE_LEVEL })
    : alterNote(groove, line, from, { length })
}
