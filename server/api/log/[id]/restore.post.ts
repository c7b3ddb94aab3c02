import { defineEventHandler, setResponseStatus } from 'h3'
import { database } from '../../../db'
import { fromPath } from '../../../utils/path'
import { noSuch } from '../../../utils/problems'

/** An entry out of the bin again. */
export default defineEventHandler(async event => {
  const id = fromPath(event, 'id')
  if (!(await (await database()).log.setBinned(id, false))) throw noSuch('log entry', id)
  setResponseStatus(event, 204)
  return null
})
