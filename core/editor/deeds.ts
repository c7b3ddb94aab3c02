import { type Edit, type Groove, apply } from '#core/groove'
import type { Desk, EditorEffect, EditorStep } from './events'
import { afterEdit, passed } from './mapped'
import { type EditorState, chosenIn } from './state'

/** A step that changes nothing but the state. @internal */
export const shows = (state: EditorState, ...effects: EditorEffect[]): EditorStep => ({ state, effects })

/** A step that does nothing, and says why. @internal */
export const refuses = (state: EditorState, reason: string): EditorStep => shows(state, { type: 'refuse', reason })

/**
 * A step that makes an edit: the state goes through it, `then` has the last word on what is chosen, and what was chosen before is
 * kept for undo. One that cannot be made is refused, with its reason.
 * @internal
 */
export function makes(
  state: EditorState,
  { groove }: Desk,
  edit: Edit,
  {
    then = one => one,
    effects = () => [],
    before = state,
  }: {
    then?: (state: EditorState, after: Groove) => EditorState
    effects?: (after: Groove) => EditorEffect[]
    before?: EditorState
  } = {},
): EditorStep {
  const done = apply(groove, edit)
  if (!done.ok) return refuses(state, done.reason)
  const after = done.value.document
  const next = then(afterEdit(state, edit, groove, after), after)
  return { state: passed(next, chosenIn(before)), edit, effects: effects(after) }
}
