import { defineEventHandler, sendRedirect } from 'h3'
import { database } from '../db'

/** Opens on Today for who has practised before, on the Shelf for who has not. */
export default defineEventHandler(async event => {
  const { log } = await database()
  return sendRedirect(event, (await log.count()) ? '/today' : '/shelf')
})
