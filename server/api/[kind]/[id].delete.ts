import { defineEventHandler, setResponseStatus } from 'h3'
import { askedOfMany } from '../../utils/documents'
import { noSuch } from '../../utils/problems'

/** A document put in the bin; of a kind that passes, gone for good. */
export default defineEventHandler(async event => {
  const { kind, kept, id } = await askedOfMany(event)
  if (!(await kept.setBinned(id, true))) throw noSuch(kind.what, id)
  if (kind.passing) await kept.destroy(id)
  setResponseStatus(event, 204)
  return null
})
