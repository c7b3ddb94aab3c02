import { defineEventHandler, setResponseStatus } from 'h3'
import { readEntry } from '#core/practise'
import { database } from '../../db'
import { readJson, valid } from '../../utils/body'

export default defineEventHandler(async event => {
  const entry = valid(readEntry(await readJson(event)))
  setResponseStatus(event, 201)
  return (await database()).log.put(entry)
})
