import { defineEventHandler, getQuery } from 'h3'
import { folderOf } from '#core/documents'
import { asked, idsOf } from '../../utils/documents'

/** Whole documents by their ids. */
export default defineEventHandler(async event => {
  const { name, kept } = await asked(event)
  return { [folderOf(name)]: await kept.some(idsOf(getQuery(event).ids) ?? []) }
})
