import { groupedBy } from '#core/grouped'
import { nearestTo } from './figures'
import type { Asked, StruckTake } from './struck'

/** This many of the first strokes are tried at that many of the first instants asked for. */
const TRIED = { strokes: 3, instants: 16, against: 96 } as const
/** Seconds within which a stroke counts as having been meant for one asked for. */
const NEAR = 0.07
/** Seconds by which a later place must lie nearer on the mean: bars are alike, and rounding must not choose between them. */
const NEARER = 1e-9

/** How many of the strokes lie near one of their piece that is asked for, and how near on the mean, where all are moved by `shift` seconds. */
function fitOf(
  times: ReadonlyMap<string, readonly number[]>,
  struck: readonly StruckTake[],
  shift: number,
): { near: number; off: number } {
  let [near, off] = [0, 0]
  for (const { at, pieceId = '' } of struck) {
    const distance = Math.abs(nearestTo(times.get(pieceId) ?? [], at + shift))
    if (distance > NEAR) continue
    near++
    off += distance
  }
  return { near, off: near ? off / near : Infinity }
}

/**
 * A recording that began at some other time, moved in time to where most of its strokes lie near what is asked for, the middle of their
 * distances taken out: how early or late it was as a whole cannot be known of a file. `asked` goes on as long as the recording does.
 *
 * @example aligned([{ at: 0, limb: 'LH', pieceId: 'snare' }], [{ at: 3.25, pieceId: 'snare' }])[0].at // => 0
 */
export function aligned(asked: readonly Asked[], struck: readonly StruckTake[]): StruckTake[] {
  const cues = asked.filter(one => !one.grace)
  const times = new Map([...groupedBy(cues, one => one.pieceId)].map(([piece, own]) => [piece, own.map(one => one.at)]))
  const instants = [...new Set(cues.map(one => one.at))].slice(0, TRIED.instants)
  const first = struck.slice(0, TRIED.against)
  let best = { shift: 0, near: -1, off: Infinity }
  for (const { at } of struck.slice(0, TRIED.strokes)) {
    for (const instant of instants) {
      const fit = fitOf(times, first, instant - at)
      if (fit.near > best.near || (fit.near === best.near && fit.off < best.off - NEARER))
        best = { shift: instant - at, ...fit }
    }
  }
  const offs = first
    .flatMap(({ at, pieceId = '' }) => {
      const nearest = (times.get(pieceId) ?? []).reduce(
        (least, one) => (Math.abs(one - at - best.shift) < Math.abs(least) ? at + best.shift - one : least),
        Infinity,
      )
      return Math.abs(nearest) <= NEAR ? [nearest] : []
    })
    .sort((a, b) => a - b)
  const middle = offs[Math.floor(offs.length / 2)] ?? 0
  return struck.map(one => ({ ...one, at: one.at + best.shift - middle }))
}
