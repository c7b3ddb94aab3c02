import { defineEventHandler } from 'h3'
import { database } from '../db'

/** Answers once the database is open and migrated. */
export default defineEventHandler(async () => {
  await database()
  return { ok: true }
})
