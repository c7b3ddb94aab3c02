import { defineEventHandler, setResponseHeader } from 'h3'
import { database } from '../../db'
import { hashOf } from '../../utils/assets'
import { problem } from '../../utils/problems'

/** A file of the player's own. What a hash names never changes, so it may be kept for good. */
export default defineEventHandler(async event => {
  const sha256 = hashOf(event)
  const asset = await (await database()).assets.get(sha256)
  if (!asset) throw problem(404, `There is no file “${sha256.slice(0, 12)}…” here.`)
  setResponseHeader(event, 'content-type', asset.type)
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return asset.bytes
})
