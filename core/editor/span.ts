import {
  type Edit,
  type Groove,
  type Laid,
  type Span,
  barDoubled,
  barInserted,
  barMoved,
  barRemoved,
  barSpan,
  cleared,
  copied,
  cutIn,
  displacedIn,
  laid,
  ledInBy,
  repeated,
  sayLaid,
  slotSpan,
} from '#core/groove'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { barStarts, beatAt, beatsOf, mod, slotsOf } from '#core/time'
import { makes, refuses, shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { type EditorState, slotIn } from './state'
import { fills } from './strokes'

/** What is said where something is to be done with a span and none is marked. */
export const NOTHING_MARKED = 'Mark what you mean first: drag over the counts, or Shift with the arrows.'

/** The slots from one to another marked, whichever comes first. @internal */
export function marked(state: EditorState, groove: Pick<Groove, 'bars'>, from: number, to: number): EditorState {
  return { ...state, anchor: from, span: slotSpan(slotsOf(groove.bars), from, to) }
}

/** The felt beat of a slot marked, as a press on its count does. @internal */
export function withBeat(state: EditorState, groove: Pick<Groove, 'bars'>, slot: number): EditorState {
  const beat = beatAt(beatsOf(groove.bars), slotIn(groove, slot).at)
  return marked(state, groove, beat.first, beat.first + beat.slots - 1)
}

/** A bar marked whole, counted from 0. @internal */
export const withBar = (state: EditorState, groove: Pick<Groove, 'bars'>, bar: number): EditorState => ({
  ...state,
  span: barSpan(groove, Math.max(0, Math.min(groove.bars.length - 1, bar))),
})

/**
 * The bar that is marked, counted from 0, where it is just one; -1 where it is not. Bars can be moved and doubled.
 * @example [markedBar({ from: 0, to: 20160 }, groove), markedBar({ from: 0, to: 5040 }, groove)] // => [0, -1]
 */
export function markedBar(span: Span | null, groove: Pick<Groove, 'bars'>): number {
  if (!span) return -1
  const starts = barStarts(groove.bars)
  const at = starts.indexOf(span.from)
  return at >= 0 && starts[at + 1] === span.to ? at : -1
}

/** The mark drawn on with the cursor, no further than there are slots. */
function extended(state: EditorState, { groove }: Desk, by: number): EditorState {
  const { slot } = state.cursor
  const from = state.span && state.anchor !== null ? state.anchor : slot
  const to = Math.max(0, Math.min(slotsOf(groove.bars).length - 1, slot + by))
  return { ...marked(state, groove, from, to), cursor: { ...state.cursor, slot: to } }
}

/** A clip laid, and what it left out said. */
function lays(
  state: EditorState,
  desk: Desk,
  one: Laid,
  then?: (state: EditorState, after: Groove) => EditorState,
): EditorStep {
  const words = sayLaid(one)
  return makes(state, desk, one.edit, {
    ...(then ? { then } : {}),
    effects: () => (words ? [{ type: 'say', words }] : []),
  })
}

/** Over what is there from the cursor on; what was pasted is marked then. */
function pastes(state: EditorState, desk: Desk): EditorStep {
  const { groove, newId } = desk
  const { clip } = state
  if (!clip) return refuses(state, 'Nothing is copied yet: mark a run of slots, then Ctrl C.')
  const { at, index } = slotIn(groove, state.cursor.slot)
  const one = laid(groove, clip, at, n => (n ? `${newId}-${n}` : newId))
  return lays(state, desk, one, (next, after) =>
    marked(
      next,
      after,
      index,
      present(
        slotsOf(after.bars).findLast(slot => slot.at < at + clip.length),
        'slot',
      ).index,
    ),
  )
}

/** The bars rearranged; the bar that was meant is marked then. */
function rebars(state: EditorState, desk: Desk, made: Result<Edit>, then: number): EditorStep {
  if (!made.ok) return refuses(state, made.reason)
  return makes(state, desk, made.value, { then: (next, after) => withBar(next, after, then) })
}

/** What is done with the marked span. @internal */
function withSpan(state: EditorState, event: EditorEvent, desk: Desk, span: Span): EditorStep | undefined {
  const { groove } = desk
  const limb = state.of ?? undefined
  const copying = () => ({ ...state, clip: copied(groove, span, limb) })
  switch (event.type) {
    case 'fill':
      return fills(state, desk)
    case 'copy':
      return shows(copying())
    case 'cut':
      return makes(copying(), desk, cleared(groove, span, limb))
    case 'clear':
      return makes(state, desk, cleared(groove, span, limb))
    case 'repeat':
      return lays(state, desk, repeated(groove, span, limb))
    case 'displace':
      return makes(
        state,
        desk,
        displacedIn(
          groove,
          span,
          event.by,
          limb && groove.parts.filter(part => part.limb === limb).map(part => part.id),
        ),
      )
    case 'lead in': {
      const made = ledInBy(groove, span, limb)
      return made.ok ? makes(state, desk, made.value) : refuses(state, made.reason)
    }
    case 'cut beats': {
      const made = cutIn(groove, span, event.slots)
      return made.ok ? makes(state, desk, made.value) : refuses(state, made.reason)
    }
  }
  return undefined
}

function withBars(state: EditorState, event: EditorEvent, desk: Desk, bar: number): EditorStep | undefined {
  const { groove } = desk
  switch (event.type) {
    case 'double bar':
      return rebars(state, desk, barDoubled(groove, bar), bar + 1)
    case 'insert bar':
      return rebars(state, desk, barInserted(groove, bar), bar)
    case 'remove bar':
      return rebars(state, desk, barRemoved(groove, bar), bar)
    case 'move bar': {
      const to = mod(bar + event.by, groove.bars.length)
      return rebars(state, desk, barMoved(groove, bar, to), to)
    }
  }
  return undefined
}

const OF_A_SPAN = new Set<EditorEvent['type']>([
  'fill',
  'copy',
  'cut',
  'clear',
  'repeat',
  'displace',
  'cut beats',
  'lead in',
])
const OF_A_BAR = new Set<EditorEvent['type']>(['double bar', 'insert bar', 'remove bar', 'move bar'])

/** Events that mark a span, and what is done with it. @internal */
export function onSpan(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  const { groove } = desk
  switch (event.type) {
    case 'mark':
      return shows(marked(state, groove, event.from, event.to))
    case 'mark bar':
      return shows(withBar(state, groove, event.bar))
    case 'unmark':
      return shows({ ...state, span: null, of: null, anchor: null })
    case 'mark of':
      return shows({ ...state, of: event.limb })
    case 'extend':
      return shows(extended(state, desk, event.by))
    case 'paste':
      return pastes(state, desk)
  }
  if (OF_A_SPAN.has(event.type))
    return state.span ? withSpan(state, event, desk, state.span) : refuses(state, NOTHING_MARKED)
  if (OF_A_BAR.has(event.type)) {
    const bar = markedBar(state.span, groove)
    return bar < 0 ? refuses(state, NOTHING_MARKED) : withBars(state, event, desk, bar)
  }
  return undefined
}
