import { type Result, ok, refuse } from '#core/result'
import { type Edit, apply } from './edits'
import type { Groove } from './schema'

/** A groove and the way here: edits that would take it back, newest last, and those that would bring it forward again. */
export interface History { groove: Groove, back: Edit[], forward: Edit[] }

export const beginHistory = (groove: Groove): History => ({ groove, back: [], forward: [] })

/** Makes an edit; whatever was undone before can no longer be redone. */
export function make(history: History, edit: Edit): Result<History> {
  const applied = apply(history.groove, edit)
  if (!applied.ok) return applied
  return ok({ groove: applied.value.groove, back: [...history.back, applied.value.inverse], forward: [] })
}

/** Takes the newest edit back. */
export function undo(history: History): Result<History> {
  const edit = history.back.at(-1)
  if (!edit) return refuse('There is nothing to undo.')
  const applied = apply(history.groove, edit)
  if (!applied.ok) return applied
  return ok({ groove: applied.value.groove, back: history.back.slice(0, -1), forward: [...history.forward, applied.value.inverse] })
}

/** Makes again what was last undone. */
export function redo(history: History): Result<History> {
  const edit = history.forward.at(-1)
  if (!edit) return refuse('There is nothing to redo.')
  const applied = apply(history.groove, edit)
  if (!applied.ok) return applied
  return ok({ groove: applied.value.groove, back: [...history.back, applied.value.inverse], forward: history.forward.slice(0, -1) })
}
