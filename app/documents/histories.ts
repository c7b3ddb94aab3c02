import type { History } from '#core/history'
import { present } from '#core/present'
import type { Base } from './autosave'

/** The most documents that keep their undo once another is open. */
const MOST = 12

/** What was done to documents that were open before, the newest last: a player who comes back to one can still undo. */
export class Histories<D extends { id: string }, E> {
  private readonly all = new Map<string, { history: History<D, E>; base: Base }>()

  keep(history: History<D, E>, base: Base): void {
    const { id } = history.document
    this.all.delete(id)
    this.all.set(id, { history, base })
    if (this.all.size > MOST) this.all.delete(present(this.all.keys().next().value, 'this.all.keys().next()'))
  }

  /** What was done to one, where it was not saved elsewhere since. */
  of(id: string, { revision, store }: Base): History<D, E> | undefined {
    const found = this.all.get(id)
    return found && found.base.revision === revision && found.base.store === store ? found.history : undefined
  }
}
