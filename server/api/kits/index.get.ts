import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => ({ kits: await (await database()).kits.list() }))
