import { type Edit, type Groove, ownTick, partOf, strokeAt } from '#core/groove'
import { slotsOf } from '#core/time'
import { type Chosen, type EditorState, chosenIn, fitted, tickOf, withPart } from './state'
import { longer, retrace } from './trail'

/**
 * Where a place of a part is after an edit, in ticks of the part: strokes that the edit moves take it along.
 * @internal
 */
function placeAfter(edit: Edit, partId: string, at: number): number {
  if (edit.type === 'batch') return edit.edits.reduce((now, one) => placeAfter(one, partId, now), at)
  if (edit.type !== 'strokes' || edit.partId !== partId) return at
  const i = edit.from?.indexOf(at) ?? -1
  return i < 0 ? at : edit.put[i]!.at
}

/** The slot that a tick falls in, the last there is beyond the end. */
const slotOfTick = (groove: Pick<Groove, 'bars'>, at: number): number =>
  Math.max(
    0,
    slotsOf(groove.bars).findLastIndex(slot => slot.at <= at),
  )

/** A state carried through a change of the groove: chosen strokes and the cursor on one go where the edit moves them; on other bars the cursor keeps its tick. */
function carried(state: EditorState, edit: Edit | null, before: Groove, after: Groove): EditorState {
  const { partId, cursor } = state
  const was = partOf(before, partId)
  const to = (at: number) => (edit ? placeAfter(edit, partId, at) : at)
  const tick = tickOf(state, before)
  const on = was?.limb === cursor.limb && strokeAt(was, tick) ? ownTick(was, tick) : undefined
  const goes = on === undefined ? tick : tick + to(on) - on
  const slot = goes === tick && before.bars === after.bars ? cursor.slot : slotOfTick(after, goes)
  return {
    ...state,
    gesture: null,
    several: state.several.length ? state.several.map(to) : state.several,
    cursor: slot === cursor.slot ? cursor : { ...cursor, slot },
    anchor: before.bars === after.bars ? state.anchor : null,
  }
}

/** A state after an edit was made, and the part chosen that it added. @internal */
export function afterEdit(state: EditorState, edit: Edit | null, before: Groove, after: Groove): EditorState {
  const next = carried(state, edit, before, after)
  const added = after.parts.filter(part => !before.parts.some(one => one.id === part.id))
  return fitted(added.length === 1 ? withPart(after, added[0]!.id, next) : next, after)
}

/** A state that has made an edit: what was chosen before it and after it is kept for undo. @internal */
export const passed = (state: EditorState, before: Chosen): EditorState => ({
  ...state,
  ...longer(state, before, chosenIn(state)),
})

/** A state after an edit was undone or made again: what was chosen then is chosen now, where that is known. @internal */
export function retraced(
  state: EditorState,
  how: 'undone' | 'redone',
  edit: Edit | null,
  before: Groove,
  after: Groove,
): EditorState {
  const mapped = afterEdit(state, edit, before, after)
  const { chosen, ...trail } = retrace(state, how, chosenIn(state), chosenIn(mapped))
  return fitted({ ...mapped, ...chosen, ...trail }, after)
}
