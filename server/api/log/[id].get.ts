import { defineEventHandler, getRouterParam } from 'h3'
import { database } from '../../db'
import { noSuch } from '../../utils/problems'

/** One entry, whole. */
export default defineEventHandler(async (event) => {
  const id = getRouterParam(event, 'id')!
  const entry = await (await database()).log.get(id)
  if (!entry) throw noSuch('log entry', id)
  return entry
})
