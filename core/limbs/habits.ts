import {
  type Kit,
  type Limb,
  type Piece,
  type PieceKind,
  homesOf,
  isHand,
  otherSide,
  paired,
  pieceOf,
  strokesFor,
  stretchTo,
} from '#core/kit'
import { present } from '#core/present'
import type { Struck } from './struck'
import { footTurnsOf, isFoot, runTurnsOf, turnsOf } from './turns'

/** Pieces on which the time is kept. @internal */
export const TIME_KINDS: readonly PieceKind[] = ['hi-hat', 'ride', 'cowbell', 'block', 'tambourine']

/** Pieces that mark where something begins. @internal */
export const CRASHES: readonly PieceKind[] = ['crash', 'china', 'splash']

/** Seconds within which a stroke of the time is near enough for the lead hand to stay on it. */
const NEAR = 0.4

/** What habits cost, by name, so that a drummer can argue with them. */
export const HABITS = {
  /** The hand that does not lead keeps the time. */
  time: 0.8,
  /** The hand that keeps the time leaves it for the snare, which the other hand has under it; a ghost all the more. */
  snare: 0.8,
  ghost: 0.3,
  /** And for any other drum, which the other hand comes round to. */
  leaves: 0.4,
  /** Of two brushes the one of the hand that does not lead sweeps. */
  sweep: 1,
  /** A crash in the place of the time is struck by the hand that does not keep it. */
  crash: 0.4,
  /** The wrong hand’s turn in a stream too fast for one hand. */
  turn: 0.6,
  /** Two blows running by one hand, where the other could have made the second. */
  twice: 0.15,
  /** And so soon that the second must bounce. */
  bounced: 0.5,
  /** In a run round the drums the other hand plays what begins a beat. */
  beat: 0.12,
  /** The hand that is farther from a piece than the other plays it, for each metre. */
  farther: 0.8,
  /** A foot leaves its own pedal for another; and the foot of the bass drum does so last. */
  pedal: 0.6,
  stays: 0.9,
  /** The wrong foot’s turn on two beaters: feet that share a drum step in turn and do not stumble. */
  step: 3,
} as const

/**
 * What it costs by habit that a limb plays each stroke, whatever came before: Infinity where it cannot. The lead hand keeps the time, on
 * open-handed kits the hand of the hats’ own side does; the snare belongs to the other hand while the time goes on; a foot stays on its pedal.
 * @internal
 */
export function habitsOf(all: readonly Struck[], kit: Kit, lead: 'right' | 'left'): (limb: Limb, i: number) => number {
  const leadHand: Limb = lead === 'right' ? 'RH' : 'LH'
  const homes = homesOf(kit)
  const isTimeStroke = (i: number): boolean =>
    TIME_KINDS.includes(pieceOf(kit, all[i]!.piece)?.kind ?? 'pad') && !isFoot(all[i]!)
  const times = all.flatMap((_, i) => (isTimeStroke(i) ? [i] : [])).sort((a, b) => all[a]!.seconds - all[b]!.seconds)
  /** The hand that keeps the time around a moment; undefined where none goes on: it does where the time is struck just before and just after. */
  const keeperAt = (seconds: number): Limb | undefined => {
    // The last stroke of the time until this moment: those before it are farther away.
    let [low, high] = [0, times.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (all[times[middle]!]!.seconds <= seconds) low = middle + 1
      else high = middle
    }
    const [before, after] = [times[low - 1], times[low]]
    const gap = (i: number | undefined) => (i === undefined ? undefined : Math.abs(all[i]!.seconds - seconds))
    const [since, until] = [gap(before), gap(after)]
    const goesOn = since === 0 || ((since ?? until ?? Infinity) <= NEAR && (until ?? since ?? Infinity) <= NEAR)
    if (!goesOn) return undefined
    return keeper(
      present(pieceOf(kit, all[(since ?? Infinity) <= (until ?? Infinity) ? before! : after!]!.piece), 'piece'),
    )
  }
  const keeper = (piece: Piece): Limb =>
    kit.hands === 'open' && piece.kind === 'hi-hat' ? (piece.stands.x <= 0 ? 'LH' : 'RH') : leadHand
  const away = (piece: Piece, limb: Limb) => Math.hypot(piece.stands.x - homes[limb].x, piece.stands.y - homes[limb].y)
  const runs = runTurnsOf(all, kit, lead)
  const turns = turnsOf(all, isTimeStroke, i => pieceOf(kit, all[i]!.piece)?.kind === 'snare')
  const hands = (limb: Limb, piece: Piece, i: number): number => {
    const one = all[i]!
    const far = HABITS.farther * Math.max(0, away(piece, limb) - away(piece, otherSide(limb)))
    const keeps = keeperAt(one.seconds)
    if (one.stroke === 'sweep') return limb === leadHand ? HABITS.sweep : 0
    if (one.stroke === 'tap') return limb === leadHand ? 0 : HABITS.sweep
    const run = runs.get(i)
    if (run) return (limb === leadHand) === (run === 'keeper') ? 0 : HABITS.turn
    const turn = turns.get(i)
    if (turn && keeps) return (limb === keeps) === (turn === 'keeper') ? 0 : HABITS.turn
    if (TIME_KINDS.includes(piece.kind)) return limb === keeper(piece) ? 0 : HABITS.time
    if (piece.kind === 'snare' && keeps) return limb === keeps ? HABITS.snare + (one.level === 1 ? HABITS.ghost : 0) : 0
    if (CRASHES.includes(piece.kind) && keeps) return limb === keeps ? 0 : HABITS.crash
    const leaves = keeps === limb && piece.kind !== 'snare' ? HABITS.leaves : 0
    return (
      leaves +
      (piece.kind === 'snare' || piece.kind === 'pad' ? 0 : far) +
      (one.beat && limb !== leadHand ? HABITS.beat : 0)
    )
  }
  const footTurns = footTurnsOf(all, kit)
  const feet = (limb: Limb, piece: Piece, i: number): number => {
    const own = footOn(kit, piece)
    const turn = footTurns.get(i)
    if (own && piece.beaters === 2 && turn) return (limb === own) === (turn === 'keeper') ? 0 : HABITS.step
    if (own) return limb === own ? 0 : piece.beaters === 2 ? HABITS.pedal : Infinity
    const nearer = away(piece, limb) <= away(piece, otherSide(limb))
    const stays = homeOf(kit, limb)?.kind === 'bass drum' ? HABITS.stays : 0
    return HABITS.pedal + stays + (nearer ? 0 : HABITS.pedal)
  }
  return (limb, i) => {
    const one = all[i]!
    const piece = pieceOf(kit, one.piece)
    if (!piece || !strokesFor(piece, limb).includes(one.stroke) || stretchTo(piece, limb)?.reaches === false)
      return Infinity
    return isHand(limb) ? hands(limb, piece, i) : feet(limb, piece, i)
  }
}

/** The pedal that a foot rests on. */
const homeOf = (kit: Kit, foot: Limb): Piece | undefined => kit.pieces.find(piece => foot === footOn(kit, piece))

/** The foot that rests on a pedal; undefined for what no foot rests on. @internal */
export function footOn(kit: Kit, piece: Piece): 'RF' | 'LF' | undefined {
  const homes = homesOf(kit)
  return (['RF', 'LF'] as const).find(
    foot => strokesFor(piece, foot).length > 0 && homes[foot].x === piece.stands.x && homes[foot].y === piece.stands.y,
  )
}

/** Whether one limb may strike both at once: the kit says so. @internal */
export const bothAtOnce = (kit: Kit, a: Struck, b: Struck): boolean => paired(kit, a.piece, b.piece)

/** Whether feet strike it: the kit has the stroke for a foot alone. @internal */
export function byFoot(kit: Kit, one: Struck): boolean {
  const piece = pieceOf(kit, one.piece)
  return !!piece && strokesFor(piece, 'RF').includes(one.stroke) && !strokesFor(piece, 'RH').includes(one.stroke)
}
