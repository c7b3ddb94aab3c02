import { compare } from 'bcryptjs'
import { defineEventHandler, getRequestIP, setResponseHeader, setResponseStatus, updateSession } from 'h3'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { z } from 'zod'
import { readAs } from '#core/result'
import { readJson, valid } from '../../utils/body'
import { passwordHash, session } from '../../utils/listening'
import { problem } from '../../utils/problems'

/** Wrong passwords that are listened to: five a minute from one machine, and sixty an hour from all together. */
const oneMachine = new RateLimiterMemory({ points: 5, duration: 60 })
const all = new RateLimiterMemory({ points: 60, duration: 3600 })

const asked = z.strictObject({ password: z.string().min(1).max(200) })

/** Lets a browser in that gives the password. */
export default defineEventHandler(async event => {
  const hash = passwordHash()
  if (!hash) throw problem(409, 'No password is asked for here: only this machine is listened to.')
  const { password } = valid(readAs(asked, await readJson(event), 'The password'))
  const from = getRequestIP(event) ?? ''
  // Counted before it is looked at, so that many at once are no way round it.
  for (const [limiter, key] of [
    [oneMachine, from],
    [all, 'all'],
  ] as const) {
    const wait = await limiter.consume(key).then(
      () => 0,
      (over: { msBeforeNext: number }) => Math.ceil(over.msBeforeNext / 1000),
    )
    if (!wait) continue
    setResponseHeader(event, 'retry-after', wait)
    throw problem(429, `Too many wrong passwords. Try again in ${wait} seconds.`)
  }
  if (!(await compare(password, hash))) throw problem(403, 'That is not the password.')
  await oneMachine.reward(from)
  await all.reward('all')
  await updateSession(event, session(), { entered: true })
  setResponseStatus(event, 204)
  return null
})
