import { SIDE_BY_SIDE, inOpening } from '#core/analyse'
import { type Kit, type Piece, pieceOf as pieceIn } from '#core/kit'
import type { Groove, Stroke } from '#core/groove'
import { gridOf } from './work'

/** Whether the right hand plays anything left of something that the left hand plays, the hats apart. */
export function mayCross(groove: Groove, pieceOf: (id: string) => Piece | undefined): boolean {
  let right = Infinity
  let left = -Infinity
  for (const part of groove.parts) {
    if (part.muted || (part.limb !== 'RH' && part.limb !== 'LH')) continue
    let piece = ''
    for (const stroke of part.strokes) {
      if (stroke.piece === piece) continue
      piece = stroke.piece
      const stands = pieceOf(piece)
      if (!stands || stands.kind === 'hi-hat') continue
      if (part.limb === 'RH') right = Math.min(right, stands.stands.x)
      else left = Math.max(left, stands.stands.x)
    }
  }
  return right <= left - SIDE_BY_SIDE
}

/** The ticks at which the arms are crossed, as `crossedAt` has it. */
export function crossedIn(groove: Groove, pieceOf: (id: string) => Piece | undefined): ReadonlySet<number> {
  const lefts = new Map<number, Piece>()
  const crossed = new Set<number>()
  for (const limb of ['LH', 'RH'] as const) {
    for (const part of groove.parts) {
      if (part.limb !== limb || part.muted) continue
      for (const { at, piece } of part.strokes) {
        const stands = pieceOf(piece)
        if (!stands) continue
        const left = lefts.get(at)
        if (limb === 'LH') lefts.set(at, stands)
        else if (
          left &&
          stands.kind !== 'hi-hat' &&
          left.kind !== 'hi-hat' &&
          stands.stands.x <= left.stands.x - SIDE_BY_SIDE
        )
          crossed.add(at)
      }
    }
  }
  return crossed
}

/** A foot that contradicts what a hand does on its hats, as `readHats` has it, where home has none there: `troubled` are the findings of home by their ids. */
export function hatsContradict(groove: Groove, kit: Kit, troubled: ReadonlySet<string>): boolean {
  if (
    !groove.parts.some(part => part.strokes.some(stroke => stroke.openFor !== undefined || stroke.stroke === 'splash'))
  )
    return false
  const { total } = gridOf(groove)
  for (const feet of groove.parts) {
    if (feet.muted) continue
    for (const foot of feet.strokes) {
      if ((foot.stroke !== 'chick' && foot.stroke !== 'splash') || pieceIn(kit, foot.piece)?.kind !== 'hi-hat') continue
      const last = lastHand(groove, foot, total)
      if (!last) continue
      const against =
        foot.stroke === 'splash'
          ? last.at === foot.at
          : last.stroke === 'open' && last.openFor !== undefined && inOpening(last.at, last.openFor, foot.at, total)
      if (against && !troubled.has(`hats ${foot.at} ${last.at}`)) return true
    }
  }
  return false
}

/** The stroke of a hand on the same hats that came last before a foot's, or with it. */
function lastHand(groove: Groove, foot: Stroke, total: number): Stroke | undefined {
  let last: Stroke | undefined
  let since = Infinity
  for (const { muted, strokes } of groove.parts) {
    if (muted) continue
    for (const hand of strokes) {
      if (hand.piece !== foot.piece || hand.stroke === 'chick' || hand.stroke === 'splash') continue
      const ago = hand.at <= foot.at ? foot.at - hand.at : foot.at - hand.at + total
      // Of two at one instant the later part counts, as it is read.
      if (ago <= since) [last, since] = [hand, ago]
    }
  }
  return last
}
