import { defineNitroPlugin } from 'nitropack/runtime'
import { cannotListen } from '../utils/listening'

/**
 * Without a word this machine alone is listened to, however the server is started; further only with a password. Its name puts it
 * before the others: what must not be listened for is said before anything is opened.
 */
export default defineNitroPlugin(() => {
  const { env } = process
  // The libraries that draw pages check themselves unless told that nobody develops here; they are fetched with the first page.
  env.NODE_ENV ||= 'production'
  env.HOST ||= env.NITRO_HOST || '127.0.0.1'
  env.NITRO_HOST = env.HOST
  const why = cannotListen()
  if (!why) return
  process.stderr.write(`${why}\n`)
  process.exit(1)
})
