import type { z } from 'zod'

/**
 * What the core answers where input may be wrong: a value, or a reason in words fit to show.
 * Nothing in the core throws for what a user did.
 */
export type Result<T> = { ok: true; value: T } | Refusal

/** A reason why not, and where it is known, which fields are wrong. */
interface Refusal {
  ok: false
  reason: string
  problems?: Problem[]
}

/** One wrong field: its path (`parts.0.strokes.3.level`), and what is wrong and would be right. */
export interface Problem {
  path: string
  reason: string
}

/** A result that holds a value: `ok(4) // => { ok: true, value: 4 }`. */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

/** A result that says why there is no value, in words fit to show, and where it can, which fields are wrong. */
export const refuse = (reason: string, problems?: Problem[]): Refusal =>
  problems ? { ok: false, reason, problems } : { ok: false, reason }

/** A path as it is shown: `parts.0.strokes.3.level`; the whole document is `(all)`. */
const showPath = (path: PropertyKey[]): string => path.map(String).join('.') || '(all)'

const plainReason = (issue: z.core.$ZodIssue): string => {
  if (issue.code === 'unrecognized_keys')
    return `${issue.keys.map(key => `“${key}”`).join(', ')}: no such field; remove it.`
  if (issue.code === 'invalid_type' && issue.message.startsWith('Invalid input')) {
    const missing = issue.input === undefined
    return missing ? `This field is missing; it is ${aKind(issue.expected)}.` : `This must be ${aKind(issue.expected)}.`
  }
  return issue.message
}

const aKind = (kind: string): string =>
  (({ object: 'an object', array: 'a list', string: 'text', record: 'an object' }) as Record<string, string>)[kind] ??
  `a ${kind}`

/** Reads a value by a schema, answering plain reasons with the path of every wrong field. */
export function readAs<T>(schema: z.ZodType<T>, input: unknown, what: string): Result<T> {
  const read = schema.safeParse(input, { reportInput: true })
  if (read.success) return ok(read.data)
  const problems: Problem[] = read.error.issues.map(issue => ({
    path: showPath(issue.path),
    reason: plainReason(issue),
  }))
  const first = problems[0]!
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''
  return refuse(`This is not a valid ${what}. ${first.path}: ${first.reason}${more}`, problems)
}
