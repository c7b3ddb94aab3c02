import { defineEventHandler } from 'h3'
import { noSuchRoute, problem } from '../utils/problems'

/** What no route and no page is asked for is answered before either looks at it. */
export default defineEventHandler(event => {
  // The database takes no zero in a text.
  if (/%00|\0/.test(event.path)) throw problem(400, 'A path or a query has no zero byte in it.')
  if (/^\/api\/?(\?|$)/.test(event.path)) throw noSuchRoute(event)
  if (!event.path.startsWith('/api/') && event.method !== 'GET' && event.method !== 'HEAD')
    throw problem(405, `A page is read, with GET; ${event.method} is for the routes under /api.`)
})
