import { type ShallowRef, shallowRef } from 'vue'
import type { Documents, KindName } from '#core/documents'
import type { Stored } from '#core/documents/wire'
import type { Routes } from '../documents/api'

/** Whole documents for the lines of a list that are in sight. */
interface Whole<D> {
  documents: Readonly<ShallowRef<ReadonlyMap<string, Stored<D>>>>
  /** Those that are in sight now, at the revisions the list says: what is missing is fetched in one request, what is far is dropped. */
  want(lines: readonly { id: string; revision: number }[]): Promise<void>
}

/** How many are kept beyond those in sight, so that a little scrolling back asks for nothing. */
const KEPT = 120

/** Fetches whole documents as a list is scrolled, and keeps no more than it must. */
export function useWhole<K extends KindName>(
  routes: Pick<Routes<K>, 'some'>,
  /** Those that are here already. */ known: readonly Stored<Documents[K]>[] = [],
): Whole<Documents[K]> {
  const documents = shallowRef<ReadonlyMap<string, Stored<Documents[K]>>>(
    new Map(known.map(one => [one.document.id, one])),
  )
  const asked = new Set<string>()

  async function want(lines: readonly { id: string; revision: number }[]) {
    const missing = lines.filter(
      ({ id, revision }) => documents.value.get(id)?.revision !== revision && !asked.has(`${id} ${revision}`),
    )
    if (!missing.length) return
    for (const { id, revision } of missing) asked.add(`${id} ${revision}`)
    try {
      const got = await routes.some(missing.map(line => line.id))
      const all = new Map(documents.value)
      for (const one of got) {
        all.delete(one.document.id)
        all.set(one.document.id, one)
      }
      // The oldest go first; a map keeps the order in which they came.
      const inSight = new Set(lines.map(line => line.id))
      for (const id of all.keys()) {
        if (all.size <= KEPT) break
        if (!inSight.has(id)) all.delete(id)
      }
      documents.value = all
    } finally {
      for (const { id, revision } of missing) asked.delete(`${id} ${revision}`)
    }
  }
  return { documents, want }
}
