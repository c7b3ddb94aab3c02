import { defineEventHandler } from 'h3'
import { database } from '../../db'
import { filterOf } from '../../utils/log'

/** What the log comes to, or the entries that are asked for, summed where it is kept. */
export default defineEventHandler(async event => (await database()).log.sums(filterOf(event)))
