import {
  type Brush,
  type Clip,
  type Edit,
  type Groove,
  type Part,
  type Span,
  type Stroke,
  grooveTicks,
  ownTick,
  partOf,
  strokeAt,
} from '#core/groove'
import { type Limb, limbsInOrder } from '#core/kit'
import { type Slot, slotsOf } from '#core/time'
import type { Trail } from './trail'

/** Where keys go: a slot of a limb's lane, or of a line above, by its id; the limb is where the cursor comes back to. */
interface Cursor {
  limb: Limb
  slot: number
  line: string | null
}

/** What is chosen: kept beside each edit, so that undo brings it back. Ticks are of the bars, or of a part's own cycle. */
export interface Chosen {
  cursor: Cursor
  /** The part that keys and presses go to; empty where the groove has none. */
  partId: string
  /** Strokes of that part chosen together, by their ticks; empty, and the one under the cursor is meant. */
  several: readonly number[]
  span: Span | null
  /** The limb of which that is meant; all of them where it is null. */
  of: Limb | null
}

/** What the pointer has hold of: `before` is the state it began in, and `edit` what it comes to if it ends here, shown and not yet made. */
export type Gesture = { before: EditorState } & (
  | {
      on: 'strokes'
      slot: number
      partId: string
      ats: readonly number[]
      /** The stroke that the press puts into an empty slot; null where it took hold of strokes. */
      fresh: Stroke | null
      /** The id of a part that the press adds: it stays the same however the stroke is dragged. */
      newId: string
      /** What a drag changes, once it has gone far enough to tell. */
      axis: 'level' | 'place' | null
      edit: Edit | null
    }
  | { on: 'line'; line: string; from: number; fresh: boolean; edit: Edit | null }
  | { on: 'counts'; slot: number; moved: boolean; edit: null }
)

/** What is in force while the lanes have the keys; the line above is strokes' own tool while the cursor is on it. */
type Tool = 'strokes' | 'line' | 'step' | 'play in'

/** The lanes under a player's hands: plain data, beside the groove and never in it. */
export interface EditorState extends Chosen, Trail<Chosen> {
  /** The slot that a mark is drawn from. */
  anchor: number | null
  gesture: Gesture | null
  /** A panel over the lanes that has taken the hands' work; null while strokes are written. */
  panel: 'step' | 'play in' | null
  /** What presses paint with. Each limb has its own: a ride chosen for one hand is not what the other plays. */
  brush: Readonly<Partial<Record<Limb, Brush>>>
  /** What was copied last; it may be laid into another groove. */
  clip: Clip | null
  /** The part last chosen in each limb: coming back to its lane goes on with that one. */
  lastIn: Readonly<Partial<Record<Limb, string>>>
  /** The part that was chosen before the cursor came onto a stroke of another: walking off, it is chosen again. */
  left: string | null
}

/**
 * The lanes as a groove is opened: the leading hand's first slot, the first part.
 * @example beginEditor(groove).cursor // => { limb: 'RH', slot: 0, line: null }
 */
export const beginEditor = (groove: Pick<Groove, 'lead' | 'parts'>): EditorState =>
  withPart(groove, groove.parts[0]?.id ?? '', {
    cursor: { limb: limbsInOrder(groove.lead)[0]!, slot: 0, line: null },
    partId: '',
    several: [],
    span: null,
    of: null,
    anchor: null,
    gesture: null,
    panel: null,
    brush: {},
    clip: null,
    lastIn: {},
    left: null,
    trail: [],
    ahead: [],
  })

/** Which tool is in force: `toolOf(beginEditor(groove)) // => 'strokes'` */
export const toolOf = ({ panel, cursor }: Pick<EditorState, 'panel' | 'cursor'>): Tool =>
  panel ?? (cursor.line === null ? 'strokes' : 'line')

/** What of a state is kept beside an edit. @internal */
export const chosenIn = ({ cursor, partId, several, span, of }: EditorState): Chosen => ({
  cursor,
  partId,
  several,
  span,
  of,
})

/** A state with another part chosen, which its limb remembers; strokes chosen together are of one part, and given up. @internal */
export function withPart(groove: Pick<Groove, 'parts'>, partId: string, state: EditorState): EditorState {
  const part = groove.parts.find(one => one.id === partId)
  return {
    ...state,
    partId,
    several: partId === state.partId ? state.several : [],
    ...(part ? { lastIn: { ...state.lastIn, [part.limb]: partId } } : {}),
  }
}

/** The slot of a number, the last there is where there are fewer. @internal */
export const slotIn = (groove: Pick<Groove, 'bars'>, slot: number): Slot => {
  const slots = slotsOf(groove.bars)
  return slots[Math.min(slot, slots.length - 1)]!
}

/**
 * The tick under the cursor.
 * @example tickOf({ ...beginEditor(groove), cursor: { limb: 'RH', slot: 4, line: null } }, groove) // => 5040
 */
export const tickOf = ({ cursor }: Pick<EditorState, 'cursor'>, groove: Pick<Groove, 'bars'>): number =>
  slotIn(groove, cursor.slot).at

/** The parts of a limb, in the groove's order. @internal */
export const partsIn = (groove: Pick<Groove, 'parts'>, limb: Limb): Part[] =>
  groove.parts.filter(part => part.limb === limb)

/** The part of a lane that has a stroke at a tick, the chosen one first. @internal */
export function partAt(state: EditorState, groove: Groove, limb: Limb, at: number): Part | undefined {
  const here = partsIn(groove, limb).filter(part => strokeAt(part, at))
  return here.find(part => part.id === state.partId) ?? here[0]
}

/**
 * The part of the cursor's lane that keys and buttons act on.
 * @example partUnder(beginEditor(groove), groove).id // => 'hats'
 */
export function partUnder({ cursor, partId }: EditorState, groove: Pick<Groove, 'parts'>): Part | undefined {
  const here = partsIn(groove, cursor.limb)
  return here.find(part => part.id === partId) ?? here[0]
}

/**
 * The ticks of the strokes that are chosen: those chosen together, else the one under the cursor.
 * @example [strokesChosen(beginEditor(groove), groove), strokesChosen({ ...beginEditor(groove), several: [0, 2520] }, groove)] // => [[0], [0, 2520]]
 */
export function strokesChosen(state: EditorState, groove: Groove): number[] {
  const part = partOf(groove, state.partId)
  if (!part || part.limb !== state.cursor.limb) return []
  const wanted = state.several.length ? state.several : [tickOf(state, groove)]
  return [...new Set(wanted.map(at => ownTick(part, at)))].filter(at => part.strokes.some(stroke => stroke.at === at))
}

/**
 * A state that fits a groove: its part, strokes, line, slot and span are there. What is not is given up, and the rest stays.
 * @internal
 */
export function fitted(state: EditorState, groove: Groove): EditorState {
  const part = partOf(groove, state.partId)
  const kept = part ? state.several.filter(at => part.strokes.some(stroke => stroke.at === at)) : []
  const slots = slotsOf(groove.bars).length
  const line = groove.guides.some(guide => guide.id === state.cursor.line) ? state.cursor.line : null
  const slot = Math.max(0, Math.min(slots - 1, state.cursor.slot))
  const { span } = state
  const same = part && kept.length === state.several.length && line === state.cursor.line && slot === state.cursor.slot
  const fits = same ? state : { ...state, several: kept, cursor: { ...state.cursor, line, slot } }
  const there = part ? fits : withPart(groove, groove.parts[0]?.id ?? '', fits)
  return span && span.to > grooveTicks(groove) ? { ...there, span: null, of: null, anchor: null } : there
}
