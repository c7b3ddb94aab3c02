import { defineEventHandler, getRequestHeader } from 'h3'
import { problem } from '../utils/problems'

const HERE = new Set(['127.0.0.1', 'localhost', '[::1]'])
const hostname = (host: string): string => host.replace(/:\d+$/, '')

/**
 * Other sites open in the same browser must not write here, nor reach this address under a name of
 * their own: a server that listens only to this machine answers only to this machine's names.
 */
export default defineEventHandler((event) => {
  const host = getRequestHeader(event, 'host') ?? ''
  const local = HERE.has(process.env.HOST ?? '127.0.0.1')
  if (local && host && !HERE.has(hostname(host))) throw problem(403, 'This server answers only on this machine.')
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getRequestHeader(event, 'origin')
  if (origin && origin !== 'null' && (!URL.canParse(origin) || new URL(origin).host !== host)) throw problem(403, 'Another site may not write here.')
})
