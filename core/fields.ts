import { z } from 'zod'

/** One word of a closed list; anything else is refused with the list: `oneOf(['solo', 'trade'], 'kind of rest')`. */
export const oneOf = <T extends string>(words: readonly T[], what: string) =>
  z.enum(words as readonly [T, ...T[]], {
    error: issue => `${JSON.stringify(issue.input) ?? 'nothing'} is no ${what}; one of: ${words.join(', ')}.`,
  })

/** A whole number within bounds, refused in one sentence that names both: `whole('The count of a meter', 1, 21)`. */
export const whole = (what: string, least: number, most: number) => {
  const error = `${what} is a whole number from ${least} to ${most}.`
  return z.int({ error }).min(least, { error }).max(most, { error })
}

/** Text of a length in characters: `words('The title', 1, 120)`. */
export const words = (what: string, least: number, most: number) => {
  const error = `${what} is text of ${least} to ${most} characters.`
  return z.string({ error }).min(least, { error }).max(most, { error })
}
