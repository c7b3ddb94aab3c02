import { type Beat, beatAt } from './grid'
import { gcd, unitTicks } from './ticks'

/** Swing: the first note of each pair of `level` notes takes `share` of the pair (0.5 straight, 2/3 triplet, up to 0.8). */
export interface Swing { level: '1/8' | '1/16', share: number }

export const SHARE = { straight: 0.5, triplet: 2 / 3, most: 0.8 } as const

/**
 * Where a tick sounds once swung, in ticks that need not be whole.
 *
 * Pairs are counted from the felt beat, so the odd eighth of a group of three stays where it is.
 * Inside a pair time is bent piecewise linearly about its middle; notes on a ternary grid of the
 * pair (1/3, 2/3 and their parts) are already there and left alone.
 */
export function swungTick(beats: readonly Beat[], tick: number, swing: Swing | undefined): number {
  if (!swing || swing.share === 0.5) return tick
  const beat = beatAt(beats, tick)
  const pair = 2 * unitTicks(swing.level === '1/8' ? 8 : 16)
  const offset = tick - beat.at
  const start = Math.floor(offset / pair) * pair
  if (start + pair > beat.length || isTernary(beat, pair, offset - start)) return tick
  const x = (offset - start) / pair
  const bent = x <= 0.5 ? 2 * x * swing.share : swing.share + (2 * x - 1) * (1 - swing.share)
  return beat.at + start + bent * pair
}

/** On a grid that cuts the pair in threes, or at a fraction of the pair that in lowest terms has a three below the line. */
function isTernary(beat: Beat, pair: number, offset: number): boolean {
  const slotsPerPair = pair * beat.slots / beat.length
  const onGrid = Number.isInteger(offset * beat.slots / beat.length)
  if (onGrid && Number.isInteger(slotsPerPair)) return slotsPerPair % 3 === 0
  return (pair / gcd(offset, pair)) % 3 === 0
}
