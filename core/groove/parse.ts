import { type Result, readAs } from '#core/result'
import { type Groove, grooveSchema } from './schema'

/** A groove from unknown data; defaults are filled in, anything wrong is named. */
export const readGroove = (input: unknown): Result<Groove> => readAs(grooveSchema, input, 'groove')
