import type { Span } from '#core/groove'
import type { Limb } from '#core/kit'

/** What would help, in one sentence, with what a stage for it would play. */
export interface Advice {
  says: string
  limbs: Limb[]
  click: 'every beat' | 'eighths' | 'off-beats'
  span?: Span
  /** A click that falls silent in turn, in bars. */
  gaps?: { sound: number; silent: number }
  /** Bars to be counted aloud before it begins. */
  countIn?: number
}
