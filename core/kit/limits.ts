/** A pair of limits, both in seconds: easy from this time up, hard from that time down; demanding between the two. */
export interface Limit {
  easy: number
  hard: number
}

/** How fast the hands and the feet are, each by its own limit. */
interface Ends {
  hand: Limit
  foot: Limit
}

/**
 * What a body finds easy and hard. The player's own, in settings; every verdict on playability is given by them.
 * All are seconds between two blows of one limb, but for `travel`: a time to get going in seconds, and metres a second.
 * What a burst, a run, a pair and a bounce are is said by the predicates of `speed.ts`.
 */
export interface Limits {
  /** Three or four blows, then a breath. */
  burst: Ends
  /** Five and more. */
  run: Ends
  /** Without a breath for over eight bars, as a loop with no gap in it is. */
  long: Ends
  /** Two blows with time around them. */
  pair: Ends
  /** The second blow of a bounced double, after the first. */
  double: Limit
  travel: { easy: { start: number; speed: number }; hard: { start: number; speed: number } }
  /** From a strong stroke or accent to a ghost in the same hand. */
  control: Limit
  /** From a ghost to an accent in the same hand. */
  rise: Limit
  /** From stick to cross-stick or brush, and back. */
  grip: Limit
  /** From a hand's stroke on closed hats to a step of the foot on them: a shorter time than `easy` is a finding. */
  chick: number
}

const rate = (easy: number, hard: number): Limit => ({ easy: 1 / easy, hard: 1 / hard })

/** House rules of thumb, from common teaching and from what hands and feet are clocked at; see docs/rules.md, What a body can do. */
export const HOUSE_LIMITS: Limits = {
  burst: { hand: rate(7.5, 10.5), foot: rate(5, 7.5) },
  run: { hand: rate(6, 8.5), foot: rate(4.5, 6.5) },
  long: { hand: rate(5, 7), foot: rate(4, 6) },
  pair: { hand: { easy: 0.1, hard: 0.065 }, foot: { easy: 0.13, hard: 0.09 } },
  double: { easy: 0.09, hard: 0.05 },
  travel: { easy: { start: 0.06, speed: 4 }, hard: { start: 0.04, speed: 7 } },
  control: { easy: 0.18, hard: 0.11 },
  rise: { easy: 0.16, hard: 0.1 },
  grip: { easy: 0.3, hard: 0.16 },
  chick: 0.12,
}

/** What a crossing of the arms adds to a hand's way, in seconds, unless it is over the hats. */
export const CROSSING = 0.05

/** How long a foot takes from pedal to pedal, in seconds and metres a second; a second beater's pedal stands this near the hats', in metres. */
export const FOOT_TRAVEL = { easy: { start: 0.12, speed: 2 }, hard: { start: 0.08, speed: 3 } } as const
export const SECOND_PEDAL = 0.2

/** Seconds: times are worked out to the nanosecond, and one on a limit is on it. */
const HAIR = 1e-9

/** A time against a limit: `limitVerdictOf(0.07, { easy: 0.1, hard: 0.065 }) // => 'demanding'`; undefined where it is easy. */
export const limitVerdictOf = (time: number, { easy, hard }: Limit): 'demanding' | 'hard' | undefined =>
  time <= hard + HAIR ? 'hard' : time < easy - HAIR ? 'demanding' : undefined

/**
 * How hard a time is against a limit, as a number that agrees with `limitVerdictOf`: up to 1 is easy, below 2 demanding, from 2 on hard.
 * `hardnessOf(0.2, { easy: 0.1, hard: 0.05 }) // => 0.5`, `hardnessOf(0.075, { easy: 0.1, hard: 0.05 }) // => 1.5`
 */
export function hardnessOf(time: number, { easy, hard }: Limit): number {
  if (time <= hard + HAIR) return easy > hard ? Math.max(2, 1 + (easy - time) / (easy - hard)) : 2
  return time < easy - HAIR ? 1 + (easy - time) / (easy - hard) : Math.min(1, easy / time)
}
