import { defineEventHandler } from 'h3'
import { readEntry } from '#core/practise'
import { database } from '../../db'
import { readJson, valid } from '../../utils/body'
import { fromPath } from '../../utils/path'
import { noSuch, problem } from '../../utils/problems'

/** An entry corrected by the player. */
export default defineEventHandler(async event => {
  const id = fromPath(event, 'id')
  const { log } = await database()
  const entry = valid(readEntry(await readJson(event)))
  if (entry.id !== id)
    throw problem(422, `The entry says it is “${entry.id}”, and the path says “${id}”.`, {
      problems: [{ path: 'id', reason: `This must be “${id}”.` }],
    })
  if (!(await log.get(id))) throw noSuch('log entry', id)
  return log.put(entry)
})
