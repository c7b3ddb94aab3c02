import { type Result, ok, refuse } from '#core/result'

/** How late an input arrives, by tapping along: the middle of all distances and their spread, in ms. */
export interface Latency { ms: number, spread: number, taps: number }

const TAPS = 8
/** Taps that spread further than this tell nothing. */
const LOOSEST = 40

/**
 * Latency from taps along to clicks, both in seconds of one clock: each tap counts from its nearest click, the median is taken, since one
 * slip should not shift it. It holds the player’s own habit too, which no tapping can tell apart.
 * @example latencyOf([0.03, 0.53, 1.04, 1.53, 2.03, 2.53, 3.03, 3.53], [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]).value // => { ms: 30, spread: 3.8, taps: 8 }
 */
export function latencyOf(taps: readonly number[], clicks: readonly number[]): Result<Latency> {
  const offs = taps.flatMap((tap) => {
    const nearest = clicks.reduce((best, click) => (Math.abs(click - tap) < Math.abs(best - tap) ? click : best), Infinity)
    return Number.isFinite(nearest) ? [(tap - nearest) * 1000] : []
  }).sort((a, b) => a - b)
  if (offs.length < TAPS) return refuse(`Tap along to at least ${TAPS} clicks; so far there are ${offs.length}.`)
  const ms = (offs[(offs.length - 1) >> 1]! + offs[offs.length >> 1]!) / 2
  const spread = Math.sqrt(offs.reduce((sum, off) => sum + (off - ms) ** 2, 0) / (offs.length - 1))
  if (spread > LOOSEST) return refuse(`The taps lie ${Math.round(spread)} ms apart from each other, too far to tell: tap once with every click.`)
  return ok({ ms: Math.round(ms * 10) / 10, spread: Math.round(spread * 10) / 10, taps: offs.length })
}
