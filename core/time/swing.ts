import { type Beat, beatAt } from './grid'
import { gcd, unitTicks } from './ticks'

/** Swing: the first note of each pair of `level` notes takes `share` of the pair (0.5 straight, 2/3 triplet, up to 0.8). */
export interface Swing {
  level: '1/8' | '1/16'
  share: number
}

export const SHARE = { straight: 0.5, triplet: 2 / 3, most: 0.8 } as const

/**
 * Where a tick sounds once swung, in ticks that need not be whole.
 *
 * Pairs are counted from the felt beat, so the odd eighth of a group of three stays where it is.
 * Inside a pair time is bent piecewise linearly about its middle; notes on a ternary grid of the
 * pair (1/3, 2/3 and their parts) are already there and left alone.
 * @example swungTick(beats, 2520, { level: '1/8', share: 2 / 3 }) // => 3360
 */
export const swungTick = (beats: readonly Beat[], tick: number, swing: Swing | undefined): number =>
  swingOf(beats, swing)(tick)

/**
 * `swungTick` for many ticks of the same bars.
 * @example [0, 2520, 5040].map(swingOf(beats, { level: '1/8', share: 0.6 })) // => [0, 3024, 5040]
 */
export function swingOf(beats: readonly Beat[], swing: Swing | undefined): (tick: number) => number {
  if (!swing || swing.share === 0.5) return tick => tick
  const { share } = swing
  const pair = 2 * unitTicks(swing.level === '1/8' ? 8 : 16)
  // Ticks mostly come in order: the beat of the last one is looked at first.
  let beat = beats[0]!
  let slot = beat.length / beat.slots
  return tick => {
    if (tick < beat.at || tick >= beat.at + beat.length) {
      beat = beatAt(beats, tick)
      slot = beat.length / beat.slots
    }
    const inPair = (tick - beat.at) % pair
    if (inPair === 0 || tick - inPair + pair > beat.at + beat.length || isTernary(slot, pair, inPair, tick - beat.at))
      return tick
    const x = inPair / pair
    const bent = x <= 0.5 ? 2 * x * share : share + (2 * x - 1) * (1 - share)
    return tick - inPair + bent * pair
  }
}

/** On a grid of slots that cuts the pair in threes, or at a fraction of the pair that in lowest terms has a three below the line. */
function isTernary(slot: number, pair: number, inPair: number, inBeat: number): boolean {
  if (inBeat % slot === 0 && pair % slot === 0) return (pair / slot) % 3 === 0
  return (pair / gcd(inPair, pair)) % 3 === 0
}
