import type { Apply } from '#core/edit'
import { type Result, ok, refuse } from '#core/result'

/** A document and the way here: edits that would take it back, newest last, and those that would bring it forward again. */
export interface History<D, E> {
  document: D
  back: readonly E[]
  forward: readonly E[]
}

/** A document just opened, with nothing to take back: `beginHistory(groove) // => { document: groove, back: [], forward: [] }`. */
export const beginHistory = <D, E>(document: D): History<D, E> => ({ document, back: [], forward: [] })

/** Makes an edit; whatever was undone before can no longer be redone. */
export function make<D, E>(history: History<D, E>, edit: E, apply: Apply<D, E>): Result<History<D, E>> {
  const applied = apply(history.document, edit)
  if (!applied.ok) return applied
  return ok({ document: applied.value.document, back: [...history.back, applied.value.inverse], forward: [] })
}

/** Takes the newest edit back. */
export function undo<D, E>(history: History<D, E>, apply: Apply<D, E>): Result<History<D, E>> {
  const edit = history.back.at(-1)
  if (edit === undefined) return refuse('There is nothing to undo.')
  const applied = apply(history.document, edit)
  if (!applied.ok) return applied
  return ok({
    document: applied.value.document,
    back: history.back.slice(0, -1),
    forward: [...history.forward, applied.value.inverse],
  })
}

/** Makes again what was last undone. */
export function redo<D, E>(history: History<D, E>, apply: Apply<D, E>): Result<History<D, E>> {
  const edit = history.forward.at(-1)
  if (edit === undefined) return refuse('There is nothing to redo.')
  const applied = apply(history.document, edit)
  if (!applied.ok) return applied
  return ok({
    document: applied.value.document,
    back: [...history.back, applied.value.inverse],
    forward: history.forward.slice(0, -1),
  })
}
