import { defineEventHandler } from 'h3'
import { KINDS, KIND_NAMES, folderOf } from '#core/documents'
import { database } from '../../db'

/** What is in the bin, kind by kind. */
export default defineEventHandler(async () => {
  const { documents } = await database()
  const kinds = KIND_NAMES.filter(kind => !KINDS[kind].single && !KINDS[kind].passing)
  return Object.fromEntries(
    await Promise.all(kinds.map(async kind => [folderOf(kind), await documents[kind].listBin()])),
  )
})
