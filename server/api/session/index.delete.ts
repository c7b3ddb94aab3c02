import { clearSession, defineEventHandler, setResponseStatus } from 'h3'
import { session } from '../../utils/listening'

/** Forgets that this browser has given the password. */
export default defineEventHandler(async event => {
  await clearSession(event, session())
  setResponseStatus(event, 204)
  return null
})
