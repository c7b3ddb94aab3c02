import { defineEventHandler, setResponseHeader } from 'h3'
import { folderOf } from '#core/documents'
import { asked, wantedOf } from '../../utils/documents'

/** Summaries of a kind, newest change first. */
export default defineEventHandler(async event => {
  const { name, kept } = await asked(event)
  const list = await kept.list(wantedOf(event))
  setResponseHeader(event, 'content-type', 'application/json')
  return `{"${folderOf(name)}":${list}}`
})
