import type { Documents, KindName } from '#core/documents'
import type { Stored } from '#core/documents/wire'
import { ApiProblem, ApiSilent } from './ask'
import type { Base, SaveAnswer } from './autosave'
import type { World } from './world'

/** The revision of a document that the server has not seen. */
export const UNMADE = 0

/** How a document of a kind is sent to the server, the first time made there; the other tabs hear of it. */
export function sender<K extends KindName>(kind: K, world: Pick<World<K>, 'routes' | 'tabs'>) {
  type D = Documents[K]

  async function send(one: D, base: Base): Promise<SaveAnswer> {
    try {
      const { revision } = base.revision === UNMADE ? await made(one) : await world.routes.save(one, base)
      world.tabs.tell({ kind, id: one.id, revision })
      return { kind: 'saved', revision }
    } catch (error) {
      if (error instanceof ApiSilent) return { kind: 'unreachable', reason: error.message }
      if (!(error instanceof ApiProblem)) throw error
      // The store is full, locked or read-only, or the password is asked for again: what is here is kept, and tried again.
      if (error.passing) return { kind: 'unreachable', reason: error.message }
      const theirs = error.body.theirs as Stored<D> | undefined
      if (error.status === 409 && theirs)
        return { kind: 'stale', theirs: theirs.document, base: { revision: theirs.revision, store: theirs.store } }
      return { kind: 'refused', reason: error.message }
    }
  }

  /** Makes a document on the server; one that an answer which was lost has made already is saved over. */
  async function made(one: D): Promise<{ revision: number }> {
    try {
      return await world.routes.create(one)
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.status !== 409) throw error
      return world.routes.save(one, await world.routes.get(one.id))
    }
  }

  return send
}
