import { areCrossed, inOpening, isUsualCrossing } from '#core/analyse'
import { type Kit, type Piece, liftsFoot, pieceOf as pieceIn } from '#core/kit'
import type { Groove, Stroke } from '#core/groove'
import { mod } from '#core/time'
import { gridOf } from './work'

/** Whether the right hand plays anything left of something that the left hand plays, hats over snare apart. */
export function mayCross(groove: Groove, pieceOf: (id: string) => Piece | undefined): boolean {
  const hands = { RH: new Set<Piece>(), LH: new Set<Piece>() }
  for (const part of groove.parts) {
    if (part.muted || (part.limb !== 'RH' && part.limb !== 'LH')) continue
    let piece = ''
    for (const stroke of part.strokes) {
      if (stroke.piece === piece) continue
      piece = stroke.piece
      const stands = pieceOf(piece)
      if (stands) hands[part.limb].add(stands)
    }
  }
  for (const right of hands.RH)
    for (const left of hands.LH) if (areCrossed(right, left) && !isUsualCrossing(right, left)) return true
  return false
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
        else if (left && !isUsualCrossing(stands, left) && areCrossed(stands, left)) crossed.add(at)
      }
    }
  }
  return crossed
}

/**
 * Whether hats are opened and shut so fast, beside the steps of the feet, that the foot which shuts them may be asked too much: `within` ticks
 * is the nearest that is easy whatever the swing. Only then is the readout itself asked.
 */
export function mayLift(groove: Groove, pieceOf: (id: string) => Piece | undefined, within: number): boolean {
  const onHats: Stroke[] = []
  const moves: { at: number; shuts: boolean }[] = []
  for (const { muted, limb, strokes } of groove.parts) {
    if (muted) continue
    for (const stroke of strokes) {
      if (pieceOf(stroke.piece)?.kind === 'hi-hat') onHats.push(stroke)
      if (limb === 'LF' || limb === 'RF') moves.push({ at: stroke.at, shuts: false })
    }
  }
  const opened = onHats.filter(({ stroke }) => liftsFoot(stroke))
  if (opened.length < 3) return false
  const { total } = gridOf(groove)
  for (const { at, piece } of opened) {
    const after = onHats.map(one => (one.piece === piece && one.at !== at ? mod(one.at - at, total) : total))
    moves.push({ at: mod(at + Math.min(...after), total), shuts: true })
  }
  moves.sort((one, other) => one.at - other.at)
  return moves.some(({ at, shuts }, i) => {
    const next = moves[i + 1] ?? { at: moves[0]!.at + total, shuts: moves[0]!.shuts }
    return (shuts || next.shuts) && next.at > at && next.at - at < within
  })
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
