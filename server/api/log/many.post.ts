import { defineEventHandler } from 'h3'
import { z } from 'zod'
import { readEntry } from '#core/practise'
import { readAs } from '#core/result'
import { database } from '../../db'
import { readJson, valid } from '../../utils/body'

const MOST = 5000
const bodySchema = z.strictObject({
  entries: z
    .array(z.unknown(), { error: 'entries is a list.' })
    .max(MOST, { error: `At most ${MOST} entries are kept at once.` }),
})

/** Many entries at once: all are valid or none is kept; those whose ids are here already are left as they are. */
export default defineEventHandler(async event => {
  const { entries } = valid(readAs(bodySchema, await readJson(event), 'list of entries'))
  const read = entries.map((entry, i) => valid(readEntry(entry), `entries.${i}`))
  const kept = await (await database()).log.putAll(read)
  return { kept, known: read.length - kept }
})
