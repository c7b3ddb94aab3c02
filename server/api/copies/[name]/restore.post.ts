import { defineEventHandler } from 'h3'
import { database, replaceDatabase } from '../../../db'
import { copyAsked, lacksOf } from '../../../utils/copies'
import { problem } from '../../../utils/problems'

/** A copy is brought back, in place of everything that is here, which is copied first: how many of its sounds are not here. */
export default defineEventHandler(async event => {
  const why = await replaceDatabase(copyAsked(event))
  if (why) throw problem(422, why)
  return { lacks: await lacksOf(await database()) }
})
