import { type Result, readAs } from '#core/result'
import { upgraded } from '#core/upgrade'
import { type Groove, grooveSchema } from './schema'
import { GROOVE_SHAPE } from './upgrade'

/**
 * A groove from unknown data of any version there was; defaults are filled in, anything wrong is named.
 * @example readGroove({ ...groove, bars: [] }).reason // => 'This is not a valid groove. bars: A groove has at least one bar.'
 */
export function readGroove(input: unknown): Result<Groove> {
  const document = upgraded(input, GROOVE_SHAPE)
  return document.ok ? readAs(grooveSchema, document.value, 'groove') : document
}
