import { type Result, ok, refuse } from './result'

type Fields = Record<string, unknown>

/** A kind of document as it is on disk: its name, the version this Bazzet writes, and how each older one becomes the next. */
export interface Shape {
  format: string
  /** What a player calls it: `'groove'`. */
  what: string
  version: number
  /** `upgrades[1]` makes version 2 of version 1, and so on. Each is given whatever says it is of that version, valid or not. */
  upgrades: readonly ((old: Fields) => Fields)[]
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * A document brought up to the version this Bazzet writes, one version at a time. One from a newer Bazzet is refused by
 * name; what is no document of this shape at all is handed on as it is, for the schema to say what is wrong with it.
 */
export function upgraded(input: unknown, { format, what, version, upgrades }: Shape): Result<unknown> {
  if (!isFields(input) || input.format !== format || !Number.isInteger(input.version) || (input.version as number) < 1)
    return ok(input)
  const from = input.version as number
  if (from > version) {
    const reason = `This ${what} is from a newer Bazzet: this file says ${from}, and this Bazzet reads versions up to ${version}. Nothing was changed.`
    return refuse(reason, [{ path: 'version', reason }])
  }
  let document = input
  for (let at = from; at < version; at++) document = { ...upgrades[at - 1]!(document), version: at + 1 }
  return ok(document)
}

/** Each member of what should be a list changed, where it is one and the member is an object; anything else is left for the schema. */
export const eachOf = (list: unknown, change: (member: Fields) => Fields): unknown =>
  Array.isArray(list) ? list.map(member => (isFields(member) ? change(member) : member)) : list
