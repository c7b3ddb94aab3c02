import { defineEventHandler } from 'h3'
import type { Copies } from '#core/documents/wire'
import { databasePath } from '../../db/connection'
import { copiesFolder, listCopies } from '../../db/copies'

/** The copies of the database, the newest first, and the folder they are in. */
export default defineEventHandler((): Copies => ({
  folder: copiesFolder(databasePath()),
  copies: listCopies(databasePath()),
}))
