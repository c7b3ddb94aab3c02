/**
 * A value that is known to be there where this is reached, as the types cannot know; throws where it is not, and says what was missing.
 *
 * @example present(4, 'tempo') // => 4
 */
export function present<T>(value: T, what: string): NonNullable<T> {
  if (value === undefined || value === null) throw new Error(`There is no ${what} here.`)
  return value
}
