import { defineEventHandler, sendStream, setResponseHeader } from 'h3'
import { type Kept, KIND_NAMES } from '#core/documents'
import { database } from '../db'
import { tooLarge, writeArchive } from '../utils/archive'
import { problem } from '../utils/problems'

/** Everything that is kept, the bin left out, as one file; Bazzet opens it again (see Open a file). */
export default defineEventHandler(async event => {
  const { documents, log, assets } = await database()
  const sounds = await assets.kept()
  const wrong = tooLarge(sounds)
  if (wrong) throw problem(413, wrong)
  const lists = await Promise.all(KIND_NAMES.map(async kind => [kind, await documents[kind].all()] as const))
  const kept = {
    documents: Object.fromEntries(lists) as Kept['documents'],
    log: await log.all(),
    notes: await log.notes(),
  }
  setResponseHeader(event, 'content-type', 'application/zip')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="bazzet-archive.zip"')
  return sendStream(
    event,
    writeArchive(kept, sounds, ({ sha256, bytes }) => assets.read(sha256, 0, bytes)),
  )
})
