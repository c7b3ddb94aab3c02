import { defineEventHandler, getQuery } from 'h3'
import { readWhole } from '#core/documents/wire'
import { valid } from '../../utils/body'
import { asked } from '../../utils/documents'
import { noSuch, problem } from '../../utils/problems'

/** One whole document; with `?revision=N` as it was at that revision, where it is kept. */
export default defineEventHandler(async event => {
  const { kind, kept, id } = await asked(event)
  const revision = valid(readWhole(getQuery(event).revision, 'revision', 1, 1e9))
  const stored = await (revision === undefined ? kept.get(id) : kept.getAt(id, revision))
  if (!stored && revision !== undefined && (await kept.get(id)))
    throw problem(
      404,
      `Revision ${revision} of this ${kind.what} is not kept: only the newest is, and those that a groove was made from.`,
    )
  if (!stored) throw noSuch(kind.what, id)
  return stored
})
