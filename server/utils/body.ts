import { type H3Event, getRequestHeader } from 'h3'
import { type Result } from '#core/result'
import { problem } from './problems'

/** The largest body read: a groove of every limit filled is far smaller. */
const MOST_BYTES = 4 * 1024 * 1024

/** The request's body as it is, up to a number of bytes. */
export async function readBytes(event: H3Event, most: number, over: string): Promise<Uint8Array> {
  return new Uint8Array(await readLimited(event, most, over))
}

/** The request's body as JSON; what is not is answered with why. */
export async function readJson(event: H3Event): Promise<unknown> {
  const type = getRequestHeader(event, 'content-type') ?? ''
  if (!type.includes('json')) throw problem(415, 'Send JSON, with the header content-type: application/json.')
  const text = (
    await readLimited(event, MOST_BYTES, `The body is over ${MOST_BYTES / 1024 / 1024} MB; no groove needs that much.`)
  ).toString('utf8')
  try {
    return JSON.parse(text)
  } catch (error) {
    throw problem(400, `The body is not JSON: ${(error as Error).message}.`)
  }
}

/** What was read, or an answer that says what is wrong and where; `under` is the path of what was read within the body. */
export function valid<T>(read: Result<T>, under = ''): T {
  if (read.ok) return read.value
  const problems = (read.problems ?? []).map(({ path, reason }) => ({
    path: !under ? path : path === '(all)' ? under : `${under}.${path}`,
    reason,
  }))
  throw problem(422, read.reason, { problems })
}

/** What is over the limit is let run past, so that the sender hears why it is refused; past this it is cut off. */
const MOST_DISCARDED = 64 * 1024 * 1024

/** Keeps no more than the limit, whatever length the request claims. */
async function readLimited(event: H3Event, most: number, over: string): Promise<Buffer> {
  const chunks: Buffer[] = []
  let size = 0
  try {
    for await (const chunk of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      size += chunk.length
      if (size <= most) chunks.push(chunk)
      else if (size > MOST_DISCARDED) break
      else chunks.length = 0
    }
  } catch {
    throw problem(400, 'The body was cut off before its end.')
  }
  if (size > most) throw problem(413, over)
  return Buffer.concat(chunks)
}
