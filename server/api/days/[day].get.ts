import { defineEventHandler, getRouterParam } from 'h3'
import { database } from '../../db'
import { dayOf } from '../../utils/log'

/** The player’s note on a day; empty where there is none. */
export default defineEventHandler(async event => {
  const day = dayOf(getRouterParam(event, 'day'), 'day')
  return { day, note: await (await database()).log.note(day) }
})
