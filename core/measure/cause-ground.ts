import type { Groove } from '#core/groove'
import type { Measuring } from './marks'
import type { Matched } from './match'
import type { Placed } from './place'
import type { Measures } from './schema'
import type { Asked, StruckTake } from './struck'

/** What the causes are found in. */
export interface CauseGround {
  asked: readonly Asked[]
  /** What was struck, as it came; `placed.struck` is the same in the time of what was asked. */
  struck: readonly StruckTake[]
  placed: Placed
  matched: Matched
  measures: Omit<Measures, 'causes'>
  /** The bars that ticks count in, for swing and fills; a click sounds, to drift against. */
  ground?: Pick<Groove, 'bars'> | undefined
  click: boolean
  by: Measuring
}

/** A stroke that answers a cue, how far from it once the whole is laid over, in ms. */
export interface Answer {
  cue: Asked
  off: number
}
