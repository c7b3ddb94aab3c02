import type { Shape } from '#core/upgrade'

export const PHRASE_SHAPE = {
  format: 'bazzet-phrase',
  what: 'phrase',
  version: 2,
  // Version 2: a fill may have a grid of its own, and may be made of a row of letters.
  upgrades: [phrase => phrase],
} as const satisfies Shape

/** Limits that keep a phrase small enough to read and send in one go. */
export const PHRASE_LIMITS = {
  bars: 128,
  sections: 64,
  turns: 16,
  grooves: 48,
  takes: 8,
  fillBars: 4,
  fillStrokes: 512,
  path: 128,
} as const

/** What a section without a groove is for: the player alone, an answer in turn, or silence. */
export const RESTS = ['solo', 'trade', 'silence'] as const
export type Rest = (typeof RESTS)[number]

/** How loud a fill is from its first stroke to its last. */
export const FILL_LOUDNESS = ['even', 'growing', 'fading', 'swell', 'accents'] as const
export type FillLoudness = (typeof FILL_LOUDNESS)[number]

/** What the feet do under a fill. */
export const FILL_FEET = ['kept', 'doubled', 'silent'] as const
export type FillFeet = (typeof FILL_FEET)[number]

/** How a fill says that home is coming. */
export const ENDINGS = ['none', 'crash', 'one more bass drum', 'stop', 'unison', 'early crash'] as const
export type Ending = (typeof ENDINGS)[number]
/** Those with a crash, and those that are loud. */
export const CRASHES: readonly Ending[] = ['crash', 'early crash']
export const LOUD_ENDINGS: readonly Ending[] = [...CRASHES, 'one more bass drum', 'stop']
