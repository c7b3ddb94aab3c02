import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async (event) => {
  const { grooveId } = getQuery(event)
  return { plans: await (await database()).plans.list(typeof grooveId === 'string' ? { grooveId } : {}) }
})
