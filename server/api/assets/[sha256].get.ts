import { Readable } from 'node:stream'
import { defineEventHandler, getRequestHeader, sendStream, setResponseHeader, setResponseStatus } from 'h3'
import { database } from '../../db'
import { ONE_AT_A_TIME } from '../../db/sound-store'
import { hashOf, rangeOf } from '../../utils/assets'
import { problem } from '../../utils/problems'

/** A sound of the player's own, or a range of its bytes. What a hash names never changes, so it may be kept for good. */
export default defineEventHandler(async event => {
  const sha256 = hashOf(event)
  const { assets } = await database()
  const asset = await assets.get(sha256)
  if (!asset) throw problem(404, `There is no sound “${sha256.slice(0, 12)}…” here.`)
  const range = rangeOf(getRequestHeader(event, 'range'), asset.bytes)
  setResponseHeader(event, 'content-type', asset.type)
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  setResponseHeader(event, 'accept-ranges', 'bytes')
  if (range === 'none') {
    setResponseHeader(event, 'content-range', `bytes */${asset.bytes}`)
    throw problem(416, `This sound has ${asset.bytes} bytes; the range asked for begins after them.`)
  }
  const { from, to } = range ?? { from: 0, to: asset.bytes }
  if (range) {
    setResponseStatus(event, 206)
    setResponseHeader(event, 'content-range', `bytes ${from}-${to - 1}/${asset.bytes}`)
  }
  setResponseHeader(event, 'content-length', to - from)
  return sendStream(event, Readable.from(assets.read(sha256, from, to), ONE_AT_A_TIME))
})
