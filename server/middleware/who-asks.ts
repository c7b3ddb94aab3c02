import { createHash } from 'node:crypto'
import { IncomingMessage } from 'node:http'
import { defineEventHandler, getCookie, sendRedirect, unsealSession } from 'h3'
import { passwordHash, session } from '../utils/listening'
import { problem } from '../utils/problems'

/** What is answered without the password: that the server is up, the page that asks for it, and the route it asks. */
const OPEN = /^\/(enter|api\/(session|health))\/?(\?|$)/

/** Cookies that were good, by their hash: unsealing one takes longer than most answers. */
const good = new Map<string, number>()

/** True where the cookie was sealed by us, with the password that is asked for now, and has not run out. */
export async function hasEntered(event: Parameters<typeof getCookie>[0]): Promise<boolean> {
  const sealed = getCookie(event, 'bazzet')
  if (!sealed) return false
  const config = session()
  const mark = createHash('sha256').update(config.password).update(sealed).digest('base64')
  const until = good.get(mark)
  if (until !== undefined) return until > Date.now()
  const nobody: { data?: { entered?: boolean }; createdAt?: number } = {}
  const { data, createdAt = 0 } = await unsealSession(event, config, sealed).catch(() => nobody)
  if (!data?.entered) return false
  if (good.size > 1000) good.clear()
  good.set(mark, createdAt + config.maxAge * 1000)
  return true
}

/** Where a password is set, nothing of the player's is shown without it: pages lead to where it is asked for, routes say so. */
export default defineEventHandler(async event => {
  // A page that the server draws asks its own routes without going through the door; it was let in itself.
  if (!(event.node.req instanceof IncomingMessage)) return
  if (!passwordHash() || OPEN.test(event.path) || (await hasEntered(event))) return
  if (event.path.startsWith('/api/'))
    throw problem(
      401,
      'Bazzet asks for its password here. Open /enter, give it, and come back; what is on the page is kept.',
    )
  return sendRedirect(event, `/enter?to=${encodeURIComponent(event.path)}`)
})
