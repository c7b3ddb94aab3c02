/**
 * What the core answers where input may be wrong: a value, or a reason in words fit to show.
 * Nothing in the core throws for what a user did.
 */
export type Result<T> = { ok: true, value: T } | Refusal

/** A reason why not, and where it can be told, which fields are wrong. */
export interface Refusal { ok: false, reason: string, problems?: Problem[] }

/** One wrong field: its path (`parts.0.strokes.3.level`), and what is wrong and would be right. */
export interface Problem { path: string, reason: string }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

export const refuse = (reason: string, problems?: Problem[]): Refusal =>
  problems ? { ok: false, reason, problems } : { ok: false, reason }
