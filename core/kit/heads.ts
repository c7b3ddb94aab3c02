/** The shapes of note heads. */
export const HEADS = ['filled', 'x', 'circled x', 'diamond', 'slash', 'triangle'] as const
export type Head = (typeof HEADS)[number]

/**
 * Where a stroke is on a five-line staff: `place` counts steps from the middle line, a line and a space
 * in turn (1 the space above it, 4 the top line, -3 the bottom space), and the shape of its head.
 */
export interface StaffPlace {
  place: number
  head: Head
}

export const STAFF_RANGE = { lowest: -8, highest: 9 } as const
