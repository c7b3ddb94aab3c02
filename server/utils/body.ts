import { type H3Event, getRequestHeader } from 'h3'
import type { z } from 'zod'
import { readAs } from '#core/result'
import { problem } from './problems'

/** The largest body read: a groove of every limit filled is far smaller. */
export const MOST_BYTES = 4 * 1024 * 1024

/** The request's body by a schema; anything wrong is answered with what it is and where, and nothing is written. */
export async function readBodyAs<T>(event: H3Event, schema: z.ZodType<T>, what: string): Promise<T> {
  const type = getRequestHeader(event, 'content-type') ?? ''
  if (!type.includes('json')) throw problem(415, 'Send JSON, with the header content-type: application/json.')
  const text = await readLimited(event)
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (error) {
    throw problem(400, `The body is not JSON: ${(error as Error).message}.`)
  }
  const read = readAs(schema, data, what)
  if (!read.ok) throw problem(422, read.reason, { problems: read.problems ?? [] })
  return read.value
}

/** What is over the limit is let run past, so that the sender hears why it is refused; past this it is cut off. */
const MOST_DISCARDED = 64 * 1024 * 1024

/** Keeps no more than the limit, whatever length the request claims. */
async function readLimited(event: H3Event): Promise<string> {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size <= MOST_BYTES) chunks.push(chunk)
    else if (size > MOST_DISCARDED) break
    else chunks.length = 0
  }
  if (size > MOST_BYTES) throw problem(413, `The body is over ${MOST_BYTES / 1024 / 1024} MB; no groove needs that much.`)
  return Buffer.concat(chunks).toString('utf8')
}
