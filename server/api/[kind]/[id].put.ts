import { defineEventHandler } from 'h3'
import type { Saved } from '#core/documents/wire'
import { asked, readSave } from '../../utils/documents'
import { noSuch, problem } from '../../utils/problems'

/** A document saved over the revision it was made from; a stale save is refused with both versions. */
export default defineEventHandler(async (event): Promise<Saved> => {
  const one = await asked(event)
  const { revision, store, document } = await readSave(event, one)
  if (document.id !== one.id)
    throw problem(422, `The path names “${one.id}”, the document “${document.id}”.`, {
      problems: [{ path: 'document.id', reason: 'This must be the id in the path.' }],
    })
  const saved = await one.kept.save(document, revision, store)
  if (saved.kind === 'missing') throw noSuch(one.kind.what, document.id)
  if (saved.kind === 'stale') {
    const why =
      store !== undefined && store !== saved.theirs.store
        ? 'yours was made from another store, which this one has taken the place of'
        : `yours was made from ${revision}`
    throw problem(
      409,
      `This ${one.kind.what} was saved elsewhere in the meantime: revision ${saved.theirs.revision} is there, and ${why}. Nothing was written.`,
      { theirs: saved.theirs, yours: document },
    )
  }
  return { revision: saved.revision, updatedAt: saved.updatedAt }
})
