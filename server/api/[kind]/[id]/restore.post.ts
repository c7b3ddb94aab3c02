import { defineEventHandler, setResponseStatus } from 'h3'
import { askedOfMany } from '../../../utils/documents'
import { noSuch, problem } from '../../../utils/problems'

/** A document taken out of the bin. */
export default defineEventHandler(async event => {
  const { kind, kept, id } = await askedOfMany(event)
  if (kind.passing) throw problem(405, `A ${kind.what} that is thrown away is gone; the bin never holds one.`)
  if (!(await kept.setBinned(id, false))) throw noSuch(kind.what, id)
  setResponseStatus(event, 204)
  return null
})
