import { createHash } from 'node:crypto'
import { defineNitroPlugin } from 'nitropack/runtime'

/** Scripts that stand in the page itself and are run; data that stands there is not. */
const INLINE = /<script(?![^>]*\ssrc=)(?![^>]*type="application\/json")[^>]*>([\s\S]*?)<\/script>/g

/** What a page may load and run; scripts in the page itself only where their text is one that we wrote, told by its hash. */
const policy = (hashes: readonly string[]): string =>
  [
    "default-src 'self'",
    `script-src 'self' ${hashes.map(hash => `'sha256-${hash}'`).join(' ')}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "font-src 'self' data:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')

/** Every page is sent with the hashes of the few scripts that stand in it, so that nobody else’s could run. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    if (typeof response.body !== 'string') return
    const hashes = [...response.body.matchAll(INLINE)].map(([, text]) =>
      createHash('sha256').update(text!).digest('base64'),
    )
    response.headers = { ...response.headers, 'content-security-policy': policy([...new Set(hashes)]) }
  })
})
