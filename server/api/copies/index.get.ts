import { defineEventHandler } from 'h3'
import type { Copies } from '#core/documents/wire'
import { database } from '../../db'
import { databasePath } from '../../db/connection'
import { copiesFolder, listCopies } from '../../db/copies'
import { soundsHere } from '../../utils/copies'

/** The copies of the database, the newest first, and the folder they are in. */
export default defineEventHandler(async (): Promise<Copies> => ({
  folder: copiesFolder(databasePath()),
  copies: await listCopies(databasePath(), await soundsHere(await database())),
}))
