import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => ({ recipes: await (await database()).recipes.list() }))
