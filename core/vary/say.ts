import { type Groove, sayBackbeat, sayPlaces, strongSnares } from '#core/groove'

/** Where the backbeat is now, and where it was, in a sentence: `'The backbeat now falls on 3; it was on 2 and 4.'` */
export function sayBackbeatMove(before: Groove, after: Groove): string {
  const was = sayBackbeat(before)
  const is = sayBackbeat(after)
  if (!is) {
    const strong = strongSnares(after)
    return !was
      ? 'There is no backbeat to hear it against.'
      : `The backbeat was on ${was}; ${strong.length ? `the strong snare strokes now fall on ${sayPlaces(after, strong)}` : 'now there is none'}.`
  }
  return !was
    ? `The strong snare strokes now make a backbeat on ${is}.`
    : was === is
      ? `The backbeat stays on ${is}.`
      : `The backbeat now falls on ${is}; it was on ${was}.`
}
