import { defineEventHandler, setResponseHeader } from 'h3'
import { logCsv } from '#core/formats'
import { database } from '../../db'
import { filterOf } from '../../utils/log'

/** The log as CSV, oldest first, with the ids by which it is known again. */
export default defineEventHandler(async event => {
  const entries = await (await database()).log.all(filterOf(event))
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="bazzet-log.csv"')
  return logCsv(entries)
})
