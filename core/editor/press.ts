import {
  type Edit,
  type Stroke,
  alterStrokes,
  apply,
  guideOf,
  noteOver,
  ownTick,
  painted,
  partOf,
  shiftStrokes,
  strokeAt,
} from '#core/groove'
import type { Limb } from '#core/kit'
import { present } from '#core/present'
import { slotsOf } from '#core/time'
import { brushOf } from './brush'
import { makes, refuses, shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { drawn } from './line'
import { marked, withBar, withBeat } from './span'
import { type EditorState, type Gesture, fitted, partAt, slotIn, strokesChosen, withPart } from './state'
import { touching } from './strokes'

type Of<On extends Gesture['on']> = Extract<Gesture, { on: On }>

/** How far a pointer goes before it drags, in pixels. */
const DRAGS_FROM = 4

/** A stroke that is pressed takes what the limb paints with. */
function brushed(state: EditorState, desk: Desk, limb: Limb): (stroke: Stroke) => Stroke {
  const brush = brushOf(state, desk.kit, limb)
  return stroke => (brush ? painted(desk.groove, stroke, brush) : stroke)
}

/** The same gesture with what it would come to now; what can't be done is said, and it comes to nothing. */
function holding(state: EditorState, desk: Desk, gesture: Gesture, edit: Edit | null, heard?: Stroke): EditorStep {
  const tried = edit && apply(desk.groove, edit)
  if (tried && !tried.ok) return refuses({ ...state, gesture: { ...gesture, edit: null } }, tried.reason)
  const next = { ...state, gesture: { ...gesture, edit } as Gesture }
  return shows(next, ...(heard ? [{ type: 'hear', stroke: heard } as const] : []))
}

/** Down in a lane: hold is taken of the strokes there, or a new one is put. */
function pressLane(state: EditorState, desk: Desk, limb: Limb, slot: number, more: boolean): EditorStep {
  const { groove } = desk
  const place = slotIn(groove, slot).at
  const before = state
  const part = partAt(state, groove, limb, place)
  const at: EditorState = { ...state, cursor: { limb, slot, line: null } }
  if (!part) {
    const touch = touching(at, desk, limb, place)
    const tried = apply(groove, touch.edit)
    if (!tried.ok) return refuses({ ...at, several: [] }, tried.reason)
    const gesture: Of<'strokes'> = {
      on: 'strokes',
      before,
      slot,
      partId: touch.part.id,
      ats: [place],
      fresh: touch.stroke,
      newId: desk.newId,
      axis: null,
      edit: touch.edit,
    }
    const next = withPart(tried.value.document, touch.part.id, { ...at, several: [], gesture })
    return shows(next, { type: 'hear', stroke: touch.stroke })
  }
  const own = ownTick(part, place)
  const chosen = part.id === state.partId ? strokesChosen(state, groove) : []
  const several = more
    ? chosen.includes(own)
      ? chosen.filter(one => one !== own)
      : [...chosen, own]
    : chosen.length > 1 && chosen.includes(own)
      ? chosen
      : []
  const next = { ...withPart(groove, part.id, at), several }
  const ats = several.length ? several : [own]
  const gesture: Of<'strokes'> = {
    on: 'strokes',
    before,
    slot,
    partId: part.id,
    ats,
    fresh: null,
    newId: '',
    axis: null,
    edit: null,
  }
  const paint = brushed(next, desk, limb)
  const there = present(strokeAt(part, place), 'stroke')
  if (more || paint(there) === there) return shows({ ...next, gesture })
  return holding(next, desk, gesture, alterStrokes(part, ats, paint), paint(there))
}

/** Down on a line above: a note is taken hold of, or begun. */
function pressLine(state: EditorState, desk: Desk, line: string, slot: number): EditorStep {
  const { groove } = desk
  const guide = guideOf(groove, line)
  if (!guide) return shows(state)
  const place = slotIn(groove, slot)
  const there = noteOver(guide, place.at)
  const from = there?.at ?? place.at
  const first = slotsOf(groove.bars).findLastIndex(one => one.at <= from)
  const next = { ...state, several: [], cursor: { ...state.cursor, line, slot: first } }
  const gesture: Of<'line'> = { on: 'line', before: state, line, from, fresh: !there, edit: null }
  return holding(next, desk, gesture, there ? null : drawn(groove, line, from, true, slot))
}

function press(
  state: EditorState,
  desk: Desk,
  { on, more = false }: Extract<EditorEvent, { type: 'press' }>,
): EditorStep {
  const { groove } = desk
  const to = (slot: number) => ({ ...state, cursor: { ...state.cursor, slot } })
  if ('limb' in on) return pressLane(state, desk, on.limb, on.slot, more)
  if ('line' in on) return pressLine(state, desk, on.line, on.slot)
  if ('counts' in on)
    return shows({
      ...to(on.counts),
      gesture: { on: 'counts', before: state, slot: on.counts, moved: false, edit: null },
    })
  const marks = withBar(state, groove, on.bar)
  const slot = slotsOf(groove.bars).findIndex(one => one.at === present(marks.span, 'span').from)
  return shows({ ...marks, cursor: { ...state.cursor, slot } })
}

function dragStrokes(
  state: EditorState,
  desk: Desk,
  gesture: Of<'strokes'>,
  { dx, dy, slot, level }: Extract<EditorEvent, { type: 'drag' }>,
): EditorStep {
  const { groove } = desk
  const far = Math.max(Math.abs(dx), Math.abs(dy)) > DRAGS_FROM
  const axis = gesture.axis ?? (far ? (Math.abs(dy) >= Math.abs(dx) ? 'level' : 'place') : null)
  const now = { ...gesture, axis }
  const { limb } = state.cursor
  if (axis === 'level') {
    if (now.fresh) {
      const touch = touching(gesture.before, { ...desk, newId: now.newId }, limb, slotIn(groove, now.slot).at, level)
      return holding(state, desk, now, touch.edit)
    }
    const part = partOf(groove, now.partId)
    const paint = brushed(state, desk, limb)
    return part
      ? holding(
          state,
          desk,
          now,
          alterStrokes(part, now.ats, stroke => ({ ...paint(stroke), level })),
        )
      : shows(state)
  }
  if (axis === 'place' && !now.fresh) {
    const part = partOf(groove, now.partId)
    const by = slot - now.slot
    return part ? holding(state, desk, now, by ? shiftStrokes(groove, part, now.ats, by) : null) : shows(state)
  }
  return shows({ ...state, gesture: now })
}

function drag(state: EditorState, desk: Desk, event: Extract<EditorEvent, { type: 'drag' }>): EditorStep {
  const { gesture } = state
  switch (gesture?.on) {
    case 'strokes':
      return dragStrokes(state, desk, gesture, event)
    case 'line':
      return holding(state, desk, gesture, drawn(desk.groove, gesture.line, gesture.from, gesture.fresh, event.slot))
    case 'counts': {
      const moved = gesture.moved || event.slot !== gesture.slot
      const next = { ...state, gesture: { ...gesture, moved } }
      return shows(moved ? marked(next, desk.groove, gesture.slot, event.slot) : next)
    }
  }
  return shows(state)
}

/** Up: what the gesture comes to is made, as one edit. */
function release(state: EditorState, desk: Desk): EditorStep {
  const { gesture } = state
  const free = { ...state, gesture: null }
  if (gesture?.on === 'counts' && !gesture.moved) return shows(withBeat(free, desk.groove, gesture.slot))
  if (!gesture?.edit) return shows(fitted(free, desk.groove))
  return makes(free, desk, gesture.edit, { before: gesture.before })
}

/** The pointer, whatever it has hold of. @internal */
export function onPointer(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  switch (event.type) {
    case 'press':
      return press(state.gesture ? state.gesture.before : state, desk, event)
    case 'drag':
      return drag(state, desk, event)
    case 'release':
      return release(state, desk)
    case 'cancel':
      return shows(state.gesture ? state.gesture.before : state)
  }
  return undefined
}
