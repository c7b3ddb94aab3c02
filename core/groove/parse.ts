import type { z } from 'zod'
import { type Problem, type Result, ok, refuse } from '#core/result'
import { type Groove, grooveSchema } from './schema'

/** A path as it is shown: `parts.0.strokes.3.level`; the whole document is `(all)`. */
const showPath = (path: PropertyKey[]): string => path.map(String).join('.') || '(all)'

const plainReason = (issue: z.core.$ZodIssue): string => {
  if (issue.code === 'unrecognized_keys') return `${issue.keys.map(key => `“${key}”`).join(', ')}: no such field; remove it.`
  if (issue.code === 'invalid_type' && issue.message.startsWith('Invalid input')) {
    const missing = issue.input === undefined
    return missing ? `This field is missing; it is ${aKind(issue.expected)}.` : `This must be ${aKind(issue.expected)}.`
  }
  return issue.message
}

const aKind = (kind: string): string => ({ object: 'an object', array: 'a list', string: 'text', record: 'an object' } as Record<string, string>)[kind] ?? `a ${kind}`

/** Reads a value by a schema, answering plain reasons with the path of every wrong field. */
export function readAs<T>(schema: z.ZodType<T>, input: unknown, what: string): Result<T> {
  const read = schema.safeParse(input, { reportInput: true })
  if (read.success) return ok(read.data)
  const problems: Problem[] = read.error.issues.map(issue => ({ path: showPath(issue.path), reason: plainReason(issue) }))
  const first = problems[0]!
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''
  return refuse(`This is not a valid ${what}. ${first.path}: ${first.reason}${more}`, problems)
}

/** A groove from unknown data; defaults are filled in, anything wrong is named. */
export const readGroove = (input: unknown): Result<Groove> => readAs(grooveSchema, input, 'groove')
