import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => ({ grooves: await (await database()).grooves.list() }))
