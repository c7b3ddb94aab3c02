import { defineEventHandler, getQuery, setResponseHeader } from 'h3'
import { folderOf } from '#core/documents'
import { readWanted } from '#core/documents/wire'
import { valid } from '../../utils/body'
import { asked } from '../../utils/documents'

/** Summaries of a kind, newest change first. */
export default defineEventHandler(async event => {
  const { name, kept } = await asked(event)
  const list = await kept.list(valid(readWanted(getQuery(event))))
  setResponseHeader(event, 'content-type', 'application/json')
  return `{"${folderOf(name)}":${list}}`
})
