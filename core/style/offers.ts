import type { Part } from '#core/groove'
import { type Limb, isHand } from '#core/kit'
import { type Candidate, type Orientation, type StyleCard, candidatesFor, orient } from './card'

const HATS = 'hi-hat'

/** Whether a hand's part plays the hats, which the foot then holds: `handOnHats([part('hats')]) // => true`; a part on the ride leaves it free. */
const handOnHats = (parts: readonly Pick<Part, 'limb' | 'muted' | 'strokes'>[]): boolean =>
  parts.some(part => isHand(part.limb) && !part.muted && part.strokes.some(stroke => stroke.piece === HATS))

/**
 * Whether the first thing for a foot to do is to hold the hats closed and nothing more: a hand plays them, the style has the foot
 * step only by choice, and what it offers is steps. With the lead on the ride the steps come first.
 * @example footHolds(styleOf('funk-sixteenths'), 'LF', { lead: 'right', hands: 'crossed' }, groove.parts) // => true
 */
export function footHolds(
  card: StyleCard,
  limb: Limb,
  as: Orientation,
  parts: readonly Pick<Part, 'limb' | 'muted' | 'strokes'>[],
): boolean {
  const first = candidatesFor(card, limb, as)[0]
  const steps = first?.role === 'hat foot' && first.rows.some(({ piece }) => piece === HATS)
  return (
    steps &&
    handOnHats(parts) &&
    !card.constraints.some(one => one.kind === 'keeps' && orient(as, one.limb) === limb && one.piece === HATS)
  )
}

/**
 * What a groove of a style begins with: the first part that it offers each limb, in the order they are layered. A foot that
 * has the hats to hold has none.
 * @internal
 */
export function firstCandidates(card: StyleCard, as: Orientation): Candidate[] {
  const first = card.order.flatMap(limb => candidatesFor(card, orient(as, limb), as).slice(0, 1))
  const parts = first.map(({ limb, rows }) => ({
    limb,
    muted: false,
    strokes: rows.map(({ piece }) => ({ at: 0, piece, stroke: 'hit' as const, level: 3 as const })),
  }))
  return first.filter(({ limb }) => !footHolds(card, limb, as, parts))
}
