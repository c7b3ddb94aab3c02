import { defineEventHandler, getRouterParam } from 'h3'
import { readWhole } from '#core/documents/wire'
import { database } from '../../../db'
import { PIECE } from '../../../db/sound-store'
import { hashOf } from '../../../utils/assets'
import { readBytes, valid } from '../../../utils/body'
import { problem } from '../../../utils/problems'

/** One piece of a sound that was begun; with the last one the sound is there, once it was seen to be the one of its hash. */
export default defineEventHandler(async event => {
  const sha256 = hashOf(event)
  const at = valid(readWhole(getRouterParam(event, 'piece'), 'piece', 0, 100_000)) ?? 0
  const bytes = await readBytes(event, PIECE, `A piece has at most ${PIECE} bytes; send the sound in several.`)
  const brought = await (await database()).assets.bring(sha256, at, bytes)
  if (!brought)
    throw problem(
      404,
      'No sound of this hash is coming in. Begin with POST /api/uploads, and send the pieces it asks for.',
    )
  return valid(brought)
})
