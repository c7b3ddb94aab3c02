import { defineEventHandler } from 'h3'
import { hasEntered } from '../../middleware/who-asks'
import { passwordHash } from '../../utils/listening'

/** Whether a password is asked for here, and whether this browser has given it. */
export default defineEventHandler(async event => ({
  asked: !!passwordHash(),
  entered: !passwordHash() || (await hasEntered(event)),
}))
