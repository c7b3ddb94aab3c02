import { defineEventHandler } from 'h3'
import { problem } from '../utils/problems'

/** A path or a query with a zero byte in it names nothing: the database takes none in a text. */
export default defineEventHandler((event) => {
  if (/%00|\0/.test(event.path)) throw problem(400, 'A path or a query has no zero byte in it.')
})
