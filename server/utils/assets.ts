import { type H3Event, getRouterParam } from 'h3'
import { problem } from './problems'

/** The hash in the path. */
export function hashOf(event: H3Event): string {
  const sha256 = getRouterParam(event, 'sha256') ?? ''
  if (!/^[0-9a-f]{64}$/.test(sha256))
    throw problem(404, 'A file is named by the SHA-256 of its bytes, 64 hexadecimal digits.')
  return sha256
}
