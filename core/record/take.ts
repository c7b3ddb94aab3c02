import type { Level, Limb, StrokeKind } from '#core/kit'
import type { Span } from '#core/groove'
import { type Tempo, mod, tickSeconds } from '#core/time'

/**
 * A stroke as it was played: where, in ticks from the first bar as it sounded, not whole; and what the input gives of it. `held` is how
 * long a key was held, in ticks.
 */
export interface PlayedStroke {
  at: number
  limb?: Limb | undefined
  pieceId?: string | undefined
  stroke?: StrokeKind | undefined
  level?: Level | undefined
  held?: number | undefined
}

/** Something struck: ticks from the first bar as they sounded, not whole; and whose it is (a piece, or a limb), by which a push is known. */
export interface Onset {
  at: number
  voice: string
}

/** Where strokes go: to the limbs that made them, to one part (which a limb gets where it is not there), or to a line above the limbs. */
export type Into = { to: 'limbs' } | { to: 'part'; partId: string; limb: Limb } | { to: 'line'; guideId: string }

/** One time round: what was played, where it goes, and whether it is added to what is there or comes in its place. */
export interface PlayedTake {
  how: 'add' | 'replace'
  into: Into
  strokes: PlayedStroke[]
}

/** A stroke this early before the first time round belongs to its 1, in seconds. */
const EARLY = 0.12

/**
 * Where something struck lies in bars that go round, and how many times they have: seconds from the first 1 become ticks from the
 * first bar. Undefined where it came in the count-in; what comes just before a 1 belongs to the time round that begins there.
 *
 * @example placeIn({ from: 0, to: 20160 }, { bpm: 120, counts: '1/4' }, 2.25) // => { lap: 1, at: 2520 }
 */
export function placeIn({ from, to }: Span, tempo: Tempo, seconds: number): { lap: number; at: number } | undefined {
  if (seconds < -EARLY) return undefined
  const ticks = seconds / tickSeconds(tempo)
  const length = to - from
  const early = EARLY / tickSeconds(tempo)
  return { lap: Math.floor((ticks + Math.min(early, length / 8)) / length), at: from + mod(ticks, length) }
}
