import { createHash } from 'node:crypto'
import { defineNitroPlugin } from 'nitropack/runtime'
import { contentPolicy } from '../content-policy'

/** Scripts that are in the page itself and are run; data that is there is not. */
const INLINE = /<script(?![^>]*\ssrc=)(?![^>]*type="application\/json")[^>]*>([\s\S]*?)<\/script>/g

/** Every page is sent with the hashes of the few scripts that are in it, so that nobody else’s could run. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    if (typeof response.body !== 'string') return
    const hashes = [...response.body.matchAll(INLINE)].map(([, text]) =>
      createHash('sha256').update(text!).digest('base64'),
    )
    response.headers = { ...response.headers, 'content-security-policy': contentPolicy([...new Set(hashes)]) }
  })
})
