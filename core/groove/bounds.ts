import { type BarTime, barsTicks, meterTicks } from '#core/time'

/** Limits that keep a document small enough to read in one go; well beyond what a player writes. */
export const LIMITS = {
  bars: 8,
  parts: 32,
  strokes: 1000,
  title: 120,
  notes: 4000,
  tags: 20,
  push: 100,
  guides: 8,
  guideNotes: 1000,
} as const

export const ROLES = ['lead', 'backbeat', 'ghosts', 'comping', 'bass drum', 'hat foot', 'fill', 'other'] as const
export type Role = (typeof ROLES)[number]

/**
 * Length of a groove in ticks.
 * @example grooveTicks(groove) // => 20160
 */
export const grooveTicks = (groove: { bars: readonly BarTime[] }): number => barsTicks(groove.bars)

/**
 * Length in ticks of one bar of a groove.
 * @example barTicks(groove.bars[0]) // => 20160
 */
export const barTicks = (bar: Pick<BarTime, 'meter'>): number => meterTicks(bar.meter)
