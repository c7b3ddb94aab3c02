import { defineEventHandler, setResponseHeader } from 'h3'
import { type Kept, KIND_NAMES, writeArchive } from '#core/documents'
import { database } from '../db'

/** Everything that is kept, the bin left out, as one file; Bazzet opens it again (see Open a file). */
export default defineEventHandler(async event => {
  const { documents, log, assets } = await database()
  const lists = await Promise.all(KIND_NAMES.map(async kind => [kind, await documents[kind].all()] as const))
  setResponseHeader(event, 'content-type', 'application/zip')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="bazzet-archive.zip"')
  return writeArchive({
    documents: Object.fromEntries(lists) as Kept['documents'],
    log: await log.all(),
    notes: await log.notes(),
    assets: await assets.all(),
  })
})
