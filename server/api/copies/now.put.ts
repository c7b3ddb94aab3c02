import { defineEventHandler, getRequestHeader } from 'h3'
import { database, replaceDatabase } from '../../db'
import { withUpload, lacksOf } from '../../utils/copies'
import { problem } from '../../utils/problems'

/** A copy that was taken away is brought back: in place of everything that is here, which is copied first: how many of its sounds are not here. */
export default defineEventHandler(async event => {
  if (!/^application\/(vnd\.sqlite3|x-sqlite3|octet-stream)/.test(getRequestHeader(event, 'content-type') ?? ''))
    throw problem(415, 'Send a copy of the database, with the header content-type: application/vnd.sqlite3.')
  const why = await withUpload(event, replaceDatabase)
  if (why) throw problem(422, why)
  return { lacks: await lacksOf(await database()) }
})
