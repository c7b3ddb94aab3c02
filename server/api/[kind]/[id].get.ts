import { defineEventHandler } from 'h3'
import { asked } from '../../utils/documents'
import { noSuch } from '../../utils/problems'

/** One whole document. */
export default defineEventHandler(async (event) => {
  const { kind, kept, id } = await asked(event)
  const stored = await kept.get(id)
  if (!stored) throw noSuch(kind.what, id)
  return stored
})
