import { defineEventHandler } from 'h3'
import type { Session } from '#core/documents/wire'
import { hasEntered } from '../../middleware/who-asks'
import { passwordHash } from '../../utils/listening'

/** Whether a password is asked for here, and whether this browser has given it. */
export default defineEventHandler(async (event): Promise<Session> => ({
  asked: !!passwordHash(),
  entered: !passwordHash() || (await hasEntered(event)),
}))
