/** What a stage's length is counted in, in seconds: half minutes, or fives where there are too few of those for all stages. */
const [HALF_MINUTE, FIVE] = [30, 5]
/** A stage lasts at least this long, in seconds: shorter is over before it has begun. */
export const SHORTEST = 20

/**
 * Seconds for each rung of each stage, `share` the wish of a stage of `rungs` rungs, that come to `total` seconds as nearly as whole units allow:
 * the largest remainders are rounded up, as seats are given to parties.
 * @example shareOut([{ share: 1, rungs: 1 }, { share: 1, rungs: 1 }, { share: 1, rungs: 1 }], 240) // => [90, 90, 60]
 */
export function shareOut(stages: readonly { share: number; rungs: number }[], total: number): number[] {
  const turns = stages.reduce((sum, one) => sum + one.rungs, 0)
  const unit = turns * HALF_MINUTE <= total ? HALF_MINUTE : FIVE
  const least = Math.ceil(SHORTEST / unit)
  const all = stages.reduce((sum, one) => sum + one.share, 0)
  const wanted = stages.map(({ share, rungs }) => (share * total) / all / rungs / unit)
  const units = wanted.map(one => Math.max(least, Math.floor(one)))
  const left = () => Math.round(total / unit) - units.reduce((sum, one, i) => sum + one * stages[i]!.rungs, 0)
  // What is too much, for the shortest were lifted, comes from the longest; what is left goes where most was cut off.
  for (;;) {
    const longest = units.indexOf(Math.max(...units))
    if (left() >= 0 || units[longest]! <= least) break
    units[longest]!--
  }
  for (;;) {
    const [next] = stages
      .map((one, i) => ({ i, rungs: one.rungs, lacks: wanted[i]! - units[i]! }))
      .filter(one => one.rungs <= left())
      .sort((a, b) => b.lacks - a.lacks)
    if (!next) break
    units[next.i]!++
  }
  return units.map(one => one * unit)
}
