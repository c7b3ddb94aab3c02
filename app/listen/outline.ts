/** Peaks of a recording that are drawn, a second. */
export const OUTLINE = 100
