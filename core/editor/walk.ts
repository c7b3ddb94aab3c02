import { homeFor, partOf, strokeAt } from '#core/groove'
import { type Limb, limbsInOrder } from '#core/kit'
import { present } from '#core/present'
import { mod, slotsOf } from '#core/time'
import { shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { type EditorState, partAt, partsIn, slotIn, tickOf, withPart } from './state'

/** By slots, round the end: the part with a stroke under the cursor is chosen, and past it the one from before again. */
function walked(state: EditorState, { groove }: Desk, by: number): EditorState {
  const slot = mod(state.cursor.slot + by, slotsOf(groove.bars).length)
  const next = { ...state, several: [], cursor: { ...state.cursor, slot } }
  const here = partsIn(groove, next.cursor.limb)
  const mine = here.some(part => part.id === state.left) ? present(state.left, 'left') : state.partId
  const there = here.filter(part => strokeAt(part, tickOf(next, groove)))
  const under = there.find(part => part.id === mine) ?? there[0]
  return { ...withPart(groove, under?.id ?? mine, next), left: under && under.id !== mine ? mine : null }
}

/** To a limb's lane, with nothing struck: the part chosen there last goes on, or the one that a press would go into. */
function entered(state: EditorState, desk: Desk, limb: Limb): EditorState {
  const { groove } = desk
  const next = { ...state, several: [], left: null, cursor: { ...state.cursor, limb, line: null } }
  const here = partsIn(groove, limb)
  const part = here.find(one => one.id === state.lastIn[limb]) ?? homeFor(groove, limb) ?? here[0]
  return part ? walked(withPart(groove, part.id, next), desk, 0) : next
}

const onLine = (state: EditorState, line: string): EditorState => ({
  ...state,
  several: [],
  cursor: { ...state.cursor, line },
})

function climbed(state: EditorState, desk: Desk, by: number): EditorState {
  const { groove } = desk
  const lines = groove.guides.map(guide => guide.id)
  const limbs = limbsInOrder(groove.lead)
  const here =
    state.cursor.line === null ? lines.length + limbs.indexOf(state.cursor.limb) : lines.indexOf(state.cursor.line)
  const to = mod(here + by, lines.length + limbs.length)
  return to < lines.length ? onLine(state, lines[to]!) : entered(state, desk, limbs[to - lines.length]!)
}

/** To the first slot of the neighbouring beat, round the end. */
function leapt(state: EditorState, desk: Desk, by: 1 | -1): EditorState {
  const here = state.cursor.slot
  const starts = slotsOf(desk.groove.bars).flatMap(slot => (slot.slot === 0 ? [slot.index] : []))
  const to =
    by > 0 ? (starts.find(start => start > here) ?? 0) : (starts.findLast(start => start < here) ?? starts.at(-1)!)
  return walked(state, desk, to - here)
}

/** To a slot of a lane with nothing struck; the part that has a stroke there is chosen. @internal */
function pointed(state: EditorState, { groove }: Desk, limb: Limb, slot: number): EditorState {
  const next = { ...state, cursor: { limb, slot, line: null } }
  const part = partAt(next, groove, limb, slotIn(groove, slot).at)
  return part ? withPart(groove, part.id, next) : next
}

/** A part that was chosen by name; the cursor goes to its lane, at the tick where one is given. */
function chose(state: EditorState, { groove }: Desk, partId: string, at?: number): EditorState {
  const part = partOf(groove, partId)
  if (!part) return state
  const slot = at === undefined ? state.cursor.slot : slotsOf(groove.bars).findLastIndex(one => one.at <= at)
  return withPart(groove, partId, { ...state, several: [], cursor: { limb: part.limb, slot, line: null } })
}

/** Events that only go about. @internal */
export function goes(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  switch (event.type) {
    case 'walk': {
      const last = slotsOf(desk.groove.bars).length - 1
      const by = event.by === 'first' ? -state.cursor.slot : event.by === 'last' ? last - state.cursor.slot : event.by
      return shows(walked(state, desk, by))
    }
    case 'leap':
      return shows(leapt(state, desk, event.by))
    case 'climb':
      return shows(climbed(state, desk, event.by))
    case 'go': {
      const slot = mod(event.slot, slotsOf(desk.groove.bars).length)
      return shows({ ...state, cursor: { ...state.cursor, slot } })
    }
    case 'enter':
      return shows(entered(state, desk, event.limb))
    case 'enter line':
      return shows(desk.groove.guides.some(guide => guide.id === event.line) ? onLine(state, event.line) : state)
    case 'point':
      return shows(pointed(state, desk, event.limb, event.slot))
    case 'choose':
      return shows(chose(state, desk, event.partId))
    case 'find':
      return shows(chose(state, desk, event.partId, event.at))
    case 'panel':
      return shows({ ...state, panel: event.panel })
  }
  return undefined
}
