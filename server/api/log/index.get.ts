import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'
import { readWhole } from '#core/documents/wire'
import { valid } from '../../utils/body'
import { filterOf } from '../../utils/log'

const PAGE = 500

/** A page of the log, newest first, of the entries that are asked for. */
export default defineEventHandler(async event => {
  const { offset, limit } = getQuery(event)
  return (await database()).log.page(
    valid(readWhole(offset, 'offset', 0, 1e9)) ?? 0,
    valid(readWhole(limit, 'limit', 1, 1000)) ?? PAGE,
    filterOf(event),
  )
})
