import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineEventHandler, setResponseHeader } from 'h3'
import { database, stampOf } from '../../db'
import { databasePath } from '../../db/connection'
import { copyDatabase } from '../../db/copies'

/** The whole database as it is now, as one file, made while it is in use. */
export default defineEventHandler(async event => {
  await database()
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-copy-'))
  try {
    await copyDatabase(databasePath(), join(folder, 'now.db'))
    setResponseHeader(event, 'content-type', 'application/vnd.sqlite3')
    setResponseHeader(event, 'content-disposition', `attachment; filename="bazzet-${stampOf(new Date())}.db"`)
    return readFileSync(join(folder, 'now.db'))
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
