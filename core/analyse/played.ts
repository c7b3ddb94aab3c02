import type { Kit } from '#core/kit'
import {
  type Groove,
  type TimedStroke,
  grooveTicks,
  passSeconds,
  passesUntilAlike,
  sounding,
  timeline,
} from '#core/groove'

/** What is read: every stroke of the parts that sound, round after round until parts with their own cycle have come home. */
export interface Played {
  events: TimedStroke[]
  /** How many times the bars go by in them, and whether that is all. */
  rounds: number
  whole: boolean
  /** How long it all lasts, in seconds and in ticks. */
  seconds: number
  ticks: number
}

/** This many rounds of a cycle are read at the most; what has not come home by then goes on alike. */
const MOST_ROUNDS = 16

/**
 * Everything that sounds in a groove on a kit, in time order; ticks and seconds of later rounds count on.
 * @example played(groove, kit).events.length // => 14
 */
export function played(groove: Groove, kit: Kit): Played {
  const heard = sounding(groove)
  const all = passesUntilAlike(heard)
  const rounds = Math.min(all, MOST_ROUNDS)
  const [seconds, ticks] = [passSeconds(groove), grooveTicks(groove)]
  const events = Array.from({ length: rounds }, (_, round) =>
    timeline(heard, kit, round).map(event =>
      round === 0
        ? event
        : {
            ...event,
            at: event.at + round * ticks,
            seconds: event.seconds + round * seconds,
            until: event.until === undefined ? undefined : event.until + round * seconds,
          },
    ),
  ).flat()
  return { events, rounds, whole: rounds === all, seconds: seconds * rounds, ticks: ticks * rounds }
}
