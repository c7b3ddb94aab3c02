import { defineNitroPlugin } from 'nitropack/runtime'
import { cannotListen } from '../utils/listening'

/**
 * Without a word this machine alone is listened to, however the server is started; further only with a password. Its name puts it
 * before the others: what must not be listened for is told before anything is opened.
 */
export default defineNitroPlugin(() => {
  process.env.HOST ||= process.env.NITRO_HOST || '127.0.0.1'
  process.env.NITRO_HOST = process.env.HOST
  const why = cannotListen()
  if (!why) return
  process.stderr.write(`${why}\n`)
  process.exit(1)
})
