import * as z from 'zod/mini'
import type { Read } from '#core/read'

/** Reads by a schema; what does not fit reads as undefined. */
export const readBy =
  <T>(schema: z.core.$ZodType<T>): Read<T> =>
  value => {
    const read = z.core.safeParse(schema, value)
    return read.success ? read.data : undefined
  }
