import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'
import type { LogSums } from '#core/practise'
import { readWhole } from '#core/documents/wire'
import { valid } from '../../utils/body'
import { filterOf } from '../../utils/log'

/** What the log comes to, or the entries that are asked for, summed where it is kept; `lines=8` for the tempo of the eight practised last alone. */
export default defineEventHandler(async (event): Promise<LogSums> =>
  (await database()).log.sums(filterOf(event), valid(readWhole(getQuery(event).lines, 'lines', 1, 1000))),
)
