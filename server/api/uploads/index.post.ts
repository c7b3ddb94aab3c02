import { defineEventHandler } from 'h3'
import { database } from '../../db'
import { PIECE } from '../../db/sound-store'
import { readUpload } from '../../utils/assets'
import { readJson, valid } from '../../utils/body'

/** A sound is to come in, piece by piece: which pieces are missing. Asked again after a break, it says what is still missing. */
export default defineEventHandler(async event => {
  const wanted = valid(readUpload(await readJson(event)))
  const { here, missing } = valid(await (await database()).assets.begin(wanted))
  return { here, piece: PIECE, missing }
})
