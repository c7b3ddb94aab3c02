import { defineEventHandler } from 'h3'
import { database } from '../../db'

/** What the log comes to, summed where it is kept. */
export default defineEventHandler(async () => (await database()).log.sums())
