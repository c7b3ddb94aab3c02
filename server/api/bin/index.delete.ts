import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'
import { emptyBin, kindOf } from '../../utils/bin'
import { problem } from '../../utils/problems'

/** The bin emptied for good, or one thing in it (`?kind=grooves&id=…`). What something that is kept needs stays, and is named with that. */
export default defineEventHandler(async event => {
  const { kind: folder, id } = getQuery(event)
  const db = await database()
  if (folder === undefined && id === undefined) return emptyBin(db)
  const kind = typeof folder === 'string' ? kindOf(folder) : undefined
  if (!kind || typeof id !== 'string')
    throw problem(422, 'Say which: ?kind=grooves&id=ID, or neither for all that is in the bin.', {
      problems: [
        {
          path: kind ? 'id' : 'kind',
          reason: kind ? 'The id of what is to go.' : 'A folder of documents, such as grooves.',
        },
      ],
    })
  const { gone, kept } = await emptyBin(db, { kind, id })
  if (kept[0]) throw problem(409, `It stays in the bin: ${kept[0].neededBy.join(', ')} needs it.`, { kept })
  if (!gone) throw problem(404, `There is nothing of the id “${id.slice(0, 80)}” in the bin.`)
  return { gone, kept }
})
