import { join } from 'node:path'
import { defineEventHandler, setResponseStatus } from 'h3'
import { database, stampOf } from '../../db'
import { databasePath } from '../../db/connection'
import { copiesFolder, copyDatabase, listCopies } from '../../db/copies'
import { soundsHere } from '../../utils/copies'

/** A copy of the database as it is now, made while it is in use. */
export default defineEventHandler(async event => {
  const db = await database()
  const name = `by-hand-${stampOf(new Date())}.db`
  await copyDatabase(databasePath(), join(copiesFolder(databasePath()), name))
  setResponseStatus(event, 201)
  return (await listCopies(databasePath(), await soundsHere(db))).find(copy => copy.name === name)
})
