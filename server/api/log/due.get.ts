import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'
import { dayOf, spacingOf } from '../../utils/log'

/** What is due on the player's own day (`?today=2026-03-02`), the longest overdue first; `spacing=1,2,4` where it is not the usual one. */
export default defineEventHandler(async event => {
  const { today, spacing } = getQuery(event)
  return { due: await (await database()).log.due(dayOf(today, 'today'), spacingOf(spacing)) }
})
