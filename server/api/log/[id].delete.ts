import { defineEventHandler, setResponseStatus } from 'h3'
import { database } from '../../db'
import { fromPath } from '../../utils/path'
import { noSuch } from '../../utils/problems'

/** An entry into the bin: it is in no list, sum or chart any more. */
export default defineEventHandler(async event => {
  const id = fromPath(event, 'id')
  if (!(await (await database()).log.setBinned(id, true))) throw noSuch('log entry', id)
  setResponseStatus(event, 204)
  return null
})
