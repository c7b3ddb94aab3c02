import { defineEventHandler, getRequestHeader, setResponseStatus } from 'h3'
import { wavFacts } from '#core/formats'
import { database } from '../../db'
import { hashOf } from '../../utils/assets'
import { MOST_ASSET, readBytes } from '../../utils/body'
import { problem } from '../../utils/problems'

/** A sound of the player's own, under the hash of its bytes. */
export default defineEventHandler(async event => {
  const sha256 = hashOf(event)
  const type = getRequestHeader(event, 'content-type') ?? ''
  if (!/^audio\/(x-)?wav(e)?\b/.test(type))
    throw problem(415, 'Send a WAV file, with the header content-type: audio/wav.')
  const bytes = await readBytes(
    event,
    MOST_ASSET,
    `The file is over ${MOST_ASSET / 1024 / 1024} MB; no stroke needs that much.`,
  )
  const facts = wavFacts(bytes)
  if (!facts.ok) throw problem(422, facts.reason, { problems: [{ path: 'body', reason: facts.reason }] })
  if (!(await (await database()).assets.put({ sha256, type: 'audio/wav', bytes })))
    throw problem(422, 'This is not the file of that hash: its bytes have another SHA-256.', {
      problems: [{ path: 'sha256', reason: 'The SHA-256 of the body, in hexadecimal.' }],
    })
  setResponseStatus(event, 204)
})
