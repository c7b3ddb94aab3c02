import { defineEventHandler, getRouterParam } from 'h3'
import { z } from 'zod'
import { words } from '#core/fields'
import { readAs } from '#core/result'
import { database } from '../../db'
import { readJson, valid } from '../../utils/body'
import { dayOf } from '../../utils/log'

const bodySchema = z.strictObject({ note: words('A note', 0, 4000) })

/** The player’s note on a day, written over; an empty one takes it away. */
export default defineEventHandler(async event => {
  const day = dayOf(getRouterParam(event, 'day'), 'day')
  const { note } = valid(readAs(bodySchema, await readJson(event), 'note'))
  await (await database()).log.setNote(day, note)
  return { day, note }
})
