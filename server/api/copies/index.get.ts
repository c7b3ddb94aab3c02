import { defineEventHandler } from 'h3'
import { databasePath } from '../../db/connection'
import { copiesFolder, listCopies } from '../../db/copies'

/** The copies of the database, the newest first, and the folder they are in. */
export default defineEventHandler(() => ({ folder: copiesFolder(databasePath()), copies: listCopies(databasePath()) }))
