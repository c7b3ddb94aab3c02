import { type Result, ok, refuse } from '#core/result'

/** A document after an edit, and the edit that takes it back. */
export interface Change<D, E> {
  document: D
  inverse: E
}

/** Makes an edit of a document, or says in words why it cannot be; the document it is given stays as it was. */
export type Apply<D, E> = (document: D, edit: E) => Result<Change<D, E>>

/** Several edits as one, undone as one; `label` says in the player's words what they did. */
export interface Batch<E> {
  type: 'batch'
  label: string
  edits: E[]
}

/** Several edits as one; a single one stays itself: `together('Both', [a, b]) // => { type: 'batch', label: 'Both', edits: [a, b] }`. */
export const together = <E>(label: string, edits: E[]): E | Batch<E> =>
  edits.length === 1 ? edits[0]! : { type: 'batch', label, edits }

/** Makes edits one after another; the first that cannot be made is the answer. */
export function applyAll<D, E>(
  document: D,
  { label, edits }: Batch<E>,
  apply: Apply<D, E>,
): Result<Change<D, Batch<E>>> {
  const inverses: E[] = []
  for (const edit of edits) {
    const applied = apply(document, edit)
    if (!applied.ok) return applied
    document = applied.value.document
    inverses.unshift(applied.value.inverse)
  }
  return ok({ document, inverse: { type: 'batch', label, edits: inverses } })
}

/** Something in a document that does not fit the rest of it: where, and what would be right. */
export interface Misfit {
  path: (string | number)[]
  reason: string
}

/**
 * Makes edits so that what comes out fits together: `misfits` is the same function that the document's schema asks, and it is
 * asked once, of the outcome, so that the steps of a batch need not fit by themselves. It is given the document from before
 * too, to pass over what is still the same.
 */
export const fitting =
  <D, E>(apply: Apply<D, E>, misfits: (document: D, before: D) => Misfit[]): Apply<D, E> =>
  (document, edit) => {
    const applied = apply(document, edit)
    const misfit = applied.ok ? misfits(applied.value.document, document)[0] : undefined
    return misfit ? refuse(misfit.reason, [{ path: misfit.path.join('.'), reason: misfit.reason }]) : applied
  }

/** A document that is changed as a whole: the edit is what it becomes, read once more so that nothing invalid comes out. */
export const replacing =
  <D>(read: (input: unknown) => Result<D>): Apply<D, D> =>
  (document, next) => {
    const checked = read(next)
    return checked.ok ? ok({ document: checked.value, inverse: document }) : checked
  }
