import { defineEventHandler, setResponseStatus } from 'h3'
import { database } from '../../../db'
import { hashOf } from '../../../utils/assets'
import { problem } from '../../../utils/problems'

/** What came of a sound is dropped before it is whole. */
export default defineEventHandler(async event => {
  if (!(await (await database()).assets.drop(hashOf(event))))
    throw problem(404, 'No sound of this hash is coming in: none was begun, or it is here whole.')
  setResponseStatus(event, 204)
  return null
})
