import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => ({ entries: await (await database()).log.list() }))
