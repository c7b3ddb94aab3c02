import { defineEventHandler, getQuery } from 'h3'
import { folderOf } from '#core/documents'
import { readIds } from '#core/documents/wire'
import { valid } from '../../utils/body'
import { asked } from '../../utils/documents'

/** Whole documents by their ids. */
export default defineEventHandler(async event => {
  const { name, kept } = await asked(event)
  return { [folderOf(name)]: await kept.some(valid(readIds(getQuery(event).ids))) }
})
