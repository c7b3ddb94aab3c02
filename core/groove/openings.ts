import { isHand } from '#core/kit'
import { present } from '#core/present'
import { mod, slotsOf } from '#core/time'
import { type Groove, type Stroke, grooveTicks } from './schema'

/** The next stroke on the same hats, round the bar line: its tick, how many ticks later, and whether it is a foot's. */
interface NextOnHats {
  at: number
  after: number
  byFoot: boolean
}

/**
 * What ends an opening of hats: the next stroke on them by a hand or a foot (of two at one instant the foot's). Parts that
 * are muted or have their own cycle are left out; undefined where nothing else strikes them.
 * `nextOnHats(groove, { at: 17640, piece: 'hi-hat' }) // => { at: 0, after: 2520, byFoot: false }`
 */
export function nextOnHats(
  groove: Pick<Groove, 'bars' | 'parts'>,
  { at: from, piece }: Pick<Stroke, 'at' | 'piece'>,
): NextOnHats | undefined {
  const total = grooveTicks(groove)
  let next: NextOnHats | undefined
  for (const part of groove.parts) {
    if (part.every || part.muted) continue
    const byFoot = !isHand(part.limb)
    for (const stroke of part.strokes) {
      if (stroke.piece !== piece) continue
      const after = mod(stroke.at - from, total)
      if (after > 0 && (!next || after < next.after || (after === next.after && byFoot)))
        next = { at: stroke.at, after, byFoot }
    }
  }
  return next
}

/** How long an opening usually lasts, in ticks: until the next stroke on the hats, or for a slot where there is none. @internal */
export const usualOpening = (groove: Pick<Groove, 'bars' | 'parts'>, stroke: Pick<Stroke, 'at' | 'piece'>): number =>
  nextOnHats(groove, stroke)?.after ??
  present(
    slotsOf(groove.bars).findLast(slot => slot.at <= stroke.at),
    'slot',
  ).length
