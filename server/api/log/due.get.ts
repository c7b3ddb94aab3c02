import { defineEventHandler, getQuery } from 'h3'
import { z } from 'zod'
import { database } from '../../db'
import { problem } from '../../utils/problems'

const daySchema = z.iso.date()

/** What is due on the player's own day (`?today=2026-03-02`), the longest overdue first. */
export default defineEventHandler(async (event) => {
  const { today } = getQuery(event)
  const day = daySchema.safeParse(today)
  if (!day.success) throw problem(422, `today is the player’s own day, written like 2026-01-31; “${String(today ?? '')}” is none.`, { problems: [{ path: 'today', reason: 'A day is written like 2026-01-31.' }] })
  return { due: await (await database()).log.due(day.data) }
})
