import { defineEventHandler, setResponseStatus } from 'h3'
import { replaceDatabase } from '../../../db'
import { copyAsked } from '../../../utils/copies'
import { problem } from '../../../utils/problems'

/** A copy is brought back, in place of everything that is here, which is copied first. */
export default defineEventHandler(async event => {
  const why = await replaceDatabase(copyAsked(event))
  if (why) throw problem(422, why)
  setResponseStatus(event, 204)
  return null
})
