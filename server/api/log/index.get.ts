import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'
import { numberOf } from '../../utils/documents'
import { filterOf } from '../../utils/log'

const PAGE = 500

/** A page of the log, newest first, of the entries that are asked for. */
export default defineEventHandler(async event => {
  const { offset, limit } = getQuery(event)
  return (await database()).log.page(
    numberOf(offset, 'offset', 0, 1e9) ?? 0,
    numberOf(limit, 'limit', 1, 1000) ?? PAGE,
    filterOf(event),
  )
})
