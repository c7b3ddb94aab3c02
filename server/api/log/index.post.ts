import { defineEventHandler, setResponseStatus } from 'h3'
import { logEntrySchema } from '#core/practise'
import { database } from '../../db'
import { readBodyAs } from '../../utils/body'

export default defineEventHandler(async (event) => {
  const entry = await readBodyAs(event, logEntrySchema, 'log entry')
  setResponseStatus(event, 201)
  return (await database()).log.put(entry)
})
