import { type Result, ok, refuse } from '#core/result'
import { medianOf } from './median'

/** How late an input arrives, by tapping along: the middle of all distances and their spread, in ms; `slips` are taps that were left out. */
export interface Latency {
  ms: number
  spread: number
  taps: number
  slips: number
}

const TAPS = 8
/** Taps that spread further than this tell nothing, and one that alone lies further off than this is a slip. */
const LOOSEST = 40
/** A slip lies a number of times further off than taps mostly do. */
const FAR = 4
/** More slips among the taps than this are no slips. */
const MOST_SLIPS = 0.2

/** What is left of distances once the slips are out; all of them where there would be too many. */
function withoutSlips(offs: readonly number[]): readonly number[] {
  const middle = medianOf(offs)
  const usual = medianOf(offs.map(off => Math.abs(off - middle)))
  const kept = offs.filter(off => Math.abs(off - middle) <= Math.max(LOOSEST, FAR * usual))
  return offs.length - kept.length > offs.length * MOST_SLIPS ? offs : kept
}

/**
 * Latency from taps along to clicks, both in seconds of one clock: each tap counts from its nearest click, and the median is taken of
 * those that are no slips. It holds the player’s own habit too, which no tapping can tell apart.
 * @example latencyOf([0.03, 0.53, 1.04, 1.53, 2.03, 2.53, 3.03, 3.53], [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]).value // => { ms: 30, spread: 3.8, taps: 8, slips: 0 }
 */
export function latencyOf(taps: readonly number[], clicks: readonly number[]): Result<Latency> {
  const all = taps.flatMap(tap => {
    const nearest = clicks.reduce(
      (best, click) => (Math.abs(click - tap) < Math.abs(best - tap) ? click : best),
      Infinity,
    )
    return Number.isFinite(nearest) ? [(tap - nearest) * 1000] : []
  })
  if (all.length < TAPS) return refuse(`Tap along to at least ${TAPS} clicks; so far there are ${all.length}.`)
  const offs = withoutSlips(all)
  const ms = medianOf(offs)
  const spread = Math.sqrt(offs.reduce((sum, off) => sum + (off - ms) ** 2, 0) / (offs.length - 1))
  if (spread > LOOSEST)
    return refuse(`The taps spread by ${Math.round(spread)} ms, too far to tell: tap once with every click.`)
  return ok({
    ms: Math.round(ms * 10) / 10,
    spread: Math.round(spread * 10) / 10,
    taps: offs.length,
    slips: all.length - offs.length,
  })
}
