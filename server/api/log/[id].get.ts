import { defineEventHandler } from 'h3'
import { database } from '../../db'
import { fromPath } from '../../utils/path'
import { noSuch } from '../../utils/problems'

/** One entry, whole. */
export default defineEventHandler(async event => {
  const id = fromPath(event, 'id')
  const entry = await (await database()).log.get(id)
  if (!entry) throw noSuch('log entry', id)
  return entry
})
