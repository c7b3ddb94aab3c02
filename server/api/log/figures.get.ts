import { defineEventHandler, getQuery } from 'h3'
import { database } from '../../db'

/** The fastest that each figure was played to its end over a groove (`?about=ID`). */
export default defineEventHandler(async event => ({
  figures: await (await database()).log.figures(String(getQuery(event).about ?? '')),
}))
