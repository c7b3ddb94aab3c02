/** What lights up on each beat: a small lamp, and the whole screen. */
export interface Lamp {
  light: boolean
  flash: boolean
}
export const USUAL_LAMP: Lamp = { light: true, flash: false }

/** Seconds between two flashes of the whole screen at the least: three a second may hurt those who are sensitive to light (WCAG 2.3.1). */
const FLASHES_APART = 0.35

/**
 * Whether a flash may follow another after some seconds.
 * @example [0.3, 0.35, 1].map(mayFlash) // => [false, true, true]
 */
export const mayFlash = (since: number): boolean => since >= FLASHES_APART
