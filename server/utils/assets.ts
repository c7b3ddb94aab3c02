import { type H3Event, getRouterParam } from 'h3'
import type { Asset } from '#core/documents'
import { LARGEST_SOUND, SOUND_FORMATS, isSoundType } from '#core/formats'
import { type Problem, type Result, ok, refuse } from '#core/result'
import { problem } from './problems'

const HASH = /^[0-9a-f]{64}$/

/** The hash in the path. */
export function hashOf(event: H3Event): string {
  const sha256 = getRouterParam(event, 'sha256') ?? ''
  if (!HASH.test(sha256)) throw problem(404, 'A sound is named by the SHA-256 of its bytes, 64 hexadecimal digits.')
  return sha256
}

/** What is to come in: a hash, a number of bytes, and a format. */
export function readUpload(input: unknown): Result<Pick<Asset, 'sha256' | 'bytes' | 'type'>> {
  const { sha256, bytes, type } = (typeof input === 'object' && input !== null ? input : {}) as Record<string, unknown>
  const problems: Problem[] = []
  if (typeof sha256 !== 'string' || !HASH.test(sha256))
    problems.push({ path: 'sha256', reason: 'The SHA-256 of the sound’s bytes, 64 hexadecimal digits.' })
  if (!Number.isInteger(bytes) || (bytes as number) < 1 || (bytes as number) > LARGEST_SOUND)
    problems.push({
      path: 'bytes',
      reason: `How many bytes the sound has, from 1 to ${LARGEST_SOUND} (${LARGEST_SOUND / 1024 ** 2} MB).`,
    })
  if (!isSoundType(type))
    problems.push({ path: 'type', reason: `The media type of ${SOUND_FORMATS}, such as audio/flac.` })
  if (problems.length) return refuse(problems[0]!.reason, problems)
  return ok({ sha256, bytes, type } as Pick<Asset, 'sha256' | 'bytes' | 'type'>)
}

/**
 * The one range of bytes that a request asks for, of a file of so many, its end left out; undefined where it asks for all, or for several at
 * once, which may be answered with all (RFC 9110); `none` where nothing of the file is in it.
 * `rangeOf('bytes=0-3', 10) // => { from: 0, to: 4 }`
 */
export function rangeOf(header: string | undefined, bytes: number): { from: number; to: number } | 'none' | undefined {
  const [, first, last] = /^bytes=(\d{0,15})-(\d{0,15})$/.exec(header?.trim() ?? '') ?? []
  if (first === undefined || (!first && !last)) return undefined
  if (!first) return Number(last) > 0 ? { from: Math.max(0, bytes - Number(last)), to: bytes } : 'none'
  if (last && Number(last) < Number(first)) return undefined
  const from = Number(first)
  return from >= bytes ? 'none' : { from, to: last ? Math.min(bytes, Number(last) + 1) : bytes }
}
