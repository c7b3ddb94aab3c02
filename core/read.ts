/**
 * Reads of a few plain shapes: a value as it should be, or undefined. For what the browser remembers and what the server answers, of which
 * the first page reads so much that a schema library would take it over its 250 KB; where a station has one anyway, the app's
 * `readBy` does the same with a schema.
 */
export type Read<T> = (value: unknown) => T | undefined

export const text: Read<string> = value => (typeof value === 'string' ? value : undefined)
export const figure: Read<number> = value => (typeof value === 'number' && Number.isFinite(value) ? value : undefined)
export const onOff: Read<boolean> = value => (typeof value === 'boolean' ? value : undefined)
export const anything: Read<unknown> = value => value

export const among =
  <const T extends string>(list: readonly T[]): Read<T> =>
  value =>
    list.find(one => one === value)

/** A list whose every member reads. */
export const listOf =
  <T>(read: Read<T>): Read<T[]> =>
  value => {
    if (!Array.isArray(value)) return undefined
    const all = value.map(read)
    return all.includes(undefined) ? undefined : (all as T[])
  }

const isFields = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A table by names, whose every entry reads. */
export const tableOf =
  <T>(read: Read<T>): Read<Record<string, T>> =>
  value => {
    if (!isFields(value)) return undefined
    const all = Object.entries(value).map(([key, one]) => [key, read(one)] as const)
    return all.some(([, one]) => one === undefined) ? undefined : (Object.fromEntries(all) as Record<string, T>)
  }

/** An object with these fields; others that it has stay. */
export const fields =
  <T extends object>(reads: { [K in keyof T]: Read<T[K]> }): Read<T> =>
  value => {
    if (!isFields(value)) return undefined
    const right = (Object.keys(reads) as (keyof T & string)[]).every(key => reads[key](value[key]) !== undefined)
    return right ? (value as T) : undefined
  }

/** What may be null. */
export const orNull =
  <T>(read: Read<T>): Read<T | null> =>
  value =>
    value === null ? null : read(value)
