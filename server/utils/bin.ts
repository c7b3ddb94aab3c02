import { type Documents, KINDS, KIND_NAMES, type Kind, type KindName, folderOf } from '#core/documents'
import type { Emptied } from '#core/documents/wire'
import type { Database } from '../db'
import { databasePath } from '../db/connection'
import { soundsInCopies } from '../db/copies'
import type { DocumentRepository } from '../db/repositories/documents'

const titleOf = (document: object): string =>
  'title' in document
    ? String(document.title)
    : 'name' in document
      ? String(document.name)
      : 'id' in document
        ? String(document.id)
        : ''

/** What is taken away for good of the bin: all, or one; what something that stays needs is not, and is named. */
export async function emptyBin(db: Database, only?: { kind: KindName; id: string }): Promise<Emptied> {
  const all = await Promise.all(
    KIND_NAMES.filter(kind => !KINDS[kind].single).map(async kind => ({
      kind,
      list: await (db.documents[kind] as unknown as DocumentRepository<KindName>).everything(),
    })),
  )
  const goes = (kind: KindName, document: Documents[KindName], binned: boolean) =>
    binned && (!only || (only.kind === kind && only.id === document.id))
  const needed = new Map<string, string[]>()
  for (const { kind, list } of all) {
    for (const { document, binned } of list) {
      if (goes(kind, document, binned)) continue
      for (const reference of (KINDS[kind] as Kind<KindName>).refers(document)) {
        if (!reference.needed) continue
        const key = `${reference.kind} ${reference.id}`
        needed.set(key, [...new Set([...(needed.get(key) ?? []), `${KINDS[kind].what} “${titleOf(document)}”`])])
      }
    }
  }
  let gone = 0
  const sounds: string[] = []
  const kept: Emptied['kept'] = []
  for (const { kind, list } of all) {
    for (const { document, binned } of list) {
      if (!goes(kind, document, binned)) continue
      const neededBy = needed.get(`${kind} ${document.id}`)
      if (neededBy) kept.push({ kind, id: document.id, title: titleOf(document), neededBy })
      else if (await db.documents[kind].destroy(document.id)) {
        gone++
        sounds.push(...((KINDS[kind] as Kind<KindName>).assetsOf?.(document) ?? []))
      }
    }
  }
  // Sounds are large: those that only this named go with it, unless a copy that may be brought back names them.
  if (sounds.length) await db.assets.dropUnnamed(sounds, await soundsInCopies(databasePath()))
  return { gone, kept }
}

/** The kind that a folder is of: `kindOf('grooves') // => 'groove'`; undefined for none, or one that has no bin. */
export const kindOf = (folder: string): KindName | undefined =>
  KIND_NAMES.find(kind => folderOf(kind) === folder && !KINDS[kind].single && !KINDS[kind].passing)
