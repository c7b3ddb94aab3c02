import { CROSSING, type Kit, LIMB_NAMES, type Limb, type Piece, stretchTo } from '#core/kit'
import { type Groove, type TimedStroke, sayPlaces, sentence } from '#core/groove'
import { present } from '#core/present'
import type { Counting } from '#core/time'

/** A piece that stands too far from a limb that is to strike it; `metres` from the limb's joint. */
export interface OutOfReach {
  limb: Limb
  pieceId: string
  metres: number
  strokes: TimedStroke[]
}

/** Strokes on pieces that the kit's plan puts beyond the limb's reach, one finding for each limb and piece. @internal */
export function outOfReach(events: readonly TimedStroke[]): OutOfReach[] {
  const found = new Map<string, OutOfReach>()
  const within = new Set<string>()
  for (const event of events) {
    const key = event.limb + event.pieceId
    if (!event.piece || within.has(key)) continue
    const known = found.get(key)
    if (known) {
      known.strokes.push(event)
      continue
    }
    const stretch = stretchTo(event.piece, event.limb)
    if (stretch && !stretch.reaches)
      found.set(key, { limb: event.limb, pieceId: event.pieceId, metres: stretch.metres, strokes: [event] })
    else within.add(key)
  }
  return [...found.values()]
}

/** The hands struck at once with the right one left of the left one, for a player who keeps them open: the two pieces, and every such instant. */
export interface Crossing {
  right: TimedStroke
  left: TimedStroke
  ats: number[]
}

/** Nearer than this, in metres, two hands side by side are not yet crossed. */
export const SIDE_BY_SIDE = 0.05

/**
 * Whether the arms are crossed where both hands strike: the right one left of the left one.
 * @example [areCrossed(pieceOf(kit, 'hi-hat'), pieceOf(kit, 'snare')), areCrossed(pieceOf(kit, 'ride'), pieceOf(kit, 'snare'))] // => [true, false]
 */
export const areCrossed = (right: Piece, left: Piece): boolean => right.stands.x <= left.stands.x - SIDE_BY_SIDE

/**
 * A hand on the hats over the other on the snare: how most players sit, and no crossing to speak of.
 * @example isUsualCrossing(pieceOf(kit, 'hi-hat'), pieceOf(kit, 'snare')) // => true
 */
export const isUsualCrossing = (one: Piece, other: Piece): boolean =>
  (one.kind === 'hi-hat' && other.kind === 'snare') || (one.kind === 'snare' && other.kind === 'hi-hat')

/**
 * Where the hands cross: anywhere for a player whose kit says they play open-handed, and otherwise over anything but hats and snare.
 * @example crossings(events, kit) // => []
 */
export function crossings(events: readonly TimedStroke[], kit: Kit): Crossing[] {
  const lefts = new Map(events.filter(event => event.limb === 'LH' && event.piece).map(event => [event.at, event]))
  const found = new Map<string, Crossing>()
  for (const right of events) {
    const left = right.limb === 'RH' && right.piece ? lefts.get(right.at) : undefined
    if (!left) continue
    const [one, other] = [present(right.piece, 'piece'), present(left.piece, 'piece')]
    if (!areCrossed(one, other) || (kit.hands !== 'open' && isUsualCrossing(one, other))) continue
    const key = `${right.pieceId}|${left.pieceId}`
    const known = found.get(key)
    if (known) known.ats.push(right.at)
    else found.set(key, { right, left, ats: [right.at] })
  }
  return [...found.values()]
}

/**
 * Ticks at which the arms are crossed: the right hand strikes left of the left hand. On hats and snare that is usual, and does not count.
 * @example [...crossedAt(events)] // => []
 */
export function crossedAt(events: readonly TimedStroke[]): ReadonlySet<number> {
  const lefts = new Map(
    events.filter(event => event.limb === 'LH' && event.piece).map(event => [event.at, present(event.piece, 'piece')]),
  )
  return new Set(
    events.flatMap(({ limb, at, piece }) => {
      const left = limb === 'RH' ? lefts.get(at) : undefined
      return left && piece && !isUsualCrossing(piece, left) && areCrossed(piece, left) ? [at] : []
    }),
  )
}

/**
 * What crossing the arms adds to a hand's way from one stroke to the next, in seconds: so much on the way in, and so much on the way out.
 * @example [crossingTime(new Set([0]), { at: 0 }, { at: 1260 }) > 0, crossingTime(new Set([0]), { at: 1260 }, { at: 2520 })] // => [true, 0]
 */
export const crossingTime = (crossed: ReadonlySet<number>, from: { at: number }, to: { at: number }): number =>
  crossed.has(from.at) !== crossed.has(to.at) ? CROSSING : 0

const name = (stroke: TimedStroke): string => (stroke.piece?.name ?? stroke.pieceId).toLowerCase()

/** `'Left hand does not reach the ride on 1 and 3: it stands 1.20 m away. …'` @internal */
export function sayOutOfReach(groove: Groove, { limb, metres, strokes }: OutOfReach, counting?: Counting): string {
  return `${sentence(LIMB_NAMES[limb])} does not reach the ${name(strokes[0]!)} on ${sayPlaces(
    groove,
    strokes.map(stroke => stroke.at),
    counting,
  )}: it is ${metres.toFixed(2)} m away. Move it nearer on the Kit, or play another piece.`
}

/**
 * `'The hands cross on 2 and 4: right on hi-hat, left on snare. …'`
 * @example sayCrossing(groove, { right: events[0], left: events.find(one => one.limb === 'LH'), ats: [5040, 15120] }) // => 'The hands cross on 2 and 4: right on hi-hat, left on snare. This kit is played open-handed.'
 */
export const sayCrossing = (groove: Groove, { right, left, ats }: Crossing, counting?: Counting): string =>
  `The hands cross on ${sayPlaces(groove, ats, counting)}: right on ${name(right)}, left on ${name(left)}.${
    isUsualCrossing(present(right.piece, 'piece'), present(left.piece, 'piece'))
      ? ' This kit is played open-handed.'
      : ' Each crossing costs a moment on the way in and out.'
  }`
