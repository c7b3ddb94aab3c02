import { defineEventHandler } from 'h3'
import type { Space } from '#core/documents/wire'
import { database } from '../db'
import { databasePath } from '../db/connection'
import { listFiles } from '../db/copies'
import { spaceOf } from '../utils/space'

/** What takes up how much room, the largest first. */
export default defineEventHandler(async (): Promise<Space> => ({
  rows: await spaceOf(await database(), listFiles(databasePath())),
}))
