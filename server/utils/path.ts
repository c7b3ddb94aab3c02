import { type H3Event, getRouterParam } from 'h3'
import { noSuchRoute } from './problems'

/**
 * What is in the path at a place. A route with a name of its own there (`log/due`) that is asked in a way it does not offer comes to the
 * handler of that place as well, with nothing in it.
 */
export function fromPath(event: H3Event, place: string): string {
  const value = getRouterParam(event, place)
  if (value === undefined) throw noSuchRoute(event)
  return value
}
