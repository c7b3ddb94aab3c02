import { defineEventHandler } from 'h3'
import { planSchema } from '#core/practise'
import { database } from '../../db'
import { createDocument } from '../../utils/documents'
import { problem } from '../../utils/problems'

export default defineEventHandler(async (event) => {
  const db = await database()
  return createDocument(event, 'plan', planSchema, db.plans, async (plan) => {
    if (await db.grooves.get(plan.grooveId)) return
    throw problem(422, `This plan is for the groove “${plan.grooveId}”, which is not here.`, { problems: [{ path: 'grooveId', reason: 'This must be the id of a groove on the Shelf.' }] })
  })
})
