import {
  LIMB_NAMES,
  type Limb,
  type Limit,
  type Limits,
  isHand,
  otherSide,
  speedLimit,
  stretchTo,
  limitVerdictOf,
} from '#core/kit'
import { type Groove, type TimedStroke, sayPlaces, sentence } from '#core/groove'
import { present } from '#core/present'
import { type Counting, mod } from '#core/time'
import { travelLimits } from './playability'

/**
 * Ornaments that no limb is free for, grace notes and chokes: the strokes with what is in their way, and the ticks of the ornaments. The helper
 * is the other limb; a choke is either hand’s.
 */
export interface GraceTrouble {
  ornament: 'flam' | 'drag' | 'ruff' | 'choke'
  limb: Limb
  helper: Limb
  weight: 'impossible' | 'hard' | 'demanding'
  strokes: TimedStroke[]
  ats: number[]
}

/** A soft bounced double before its own stroke: one hand's drag needs that many seconds free before it. */
const OWN_DRAG = 0.12

const WORSE = { demanding: 0, hard: 1, impossible: 2 } as const

/**
 * Flams, drags and ruffs whose grace notes nobody is free for: they are blows of the other limb, which must come from what
 * it struck before, and get to what it strikes next. A drag may be bounced by the hand that strikes, where that one is free.
 * One finding for each limb, ornament and weight; `length` is that of the loop, in seconds.
 * @example graceTroubles(events, HOUSE_LIMITS, 2.4) // => []
 */
export function graceTroubles(events: readonly TimedStroke[], limits: Limits, length: number): GraceTrouble[] {
  const found = new Map<string, GraceTrouble>()
  const add = (trouble: Omit<GraceTrouble, 'ats'>, at: number) => {
    const key = `${trouble.limb} ${trouble.ornament} ${trouble.weight}`
    const known = found.get(key)
    if (known) {
      known.ats.push(at)
      known.strokes.push(...trouble.strokes)
    } else found.set(key, { ...trouble, ats: [at] })
  }
  for (const event of events) {
    const { ornament, limb, piece } = event
    if (ornament === 'choke' && isHand(limb)) {
      const [own, other] = [limb, otherSide(limb)].map(hand => inTheWay(events, event, hand, length))
      if (own && other)
        add({ ornament, limb, helper: otherSide(limb), weight: 'hard', strokes: [event, own, other] }, event.at)
      continue
    }
    if (ornament !== 'flam' && ornament !== 'drag' && ornament !== 'ruff') continue
    const graces = present(event.blows, 'blows')
      .filter(({ after }) => after < 0)
      .map(({ after }) => event.seconds + after)
    const helper = otherSide(limb)
    const reaches = !piece || stretchTo(piece, helper)?.reaches === true
    let weight: GraceTrouble['weight'] | undefined = reaches ? undefined : 'impossible'
    let partner: TimedStroke[] = []
    for (const other of reaches ? events : []) {
      if (other.limb !== helper) continue
      const gap = nearest(graces, other.seconds, length)
      if (gap > AT_EASE) continue
      const verdict = worst([
        limitVerdictOf(gap, speedLimit(limits, 'pair', isHand(helper))),
        piece && other.piece && isHand(helper)
          ? verdictOfMove(gap, travelLimits(other.piece, piece, limits))
          : undefined,
      ])
      const own = verdict === 'hard' && other.at === event.at ? 'impossible' : verdict
      if (own && (!weight || WORSE[own] > WORSE[weight])) {
        weight = own
        partner = [other]
      }
    }
    if (
      !weight ||
      (weight !== 'demanding' && ornament === 'drag' && isHand(limb) && freeBefore(events, event, length) >= OWN_DRAG)
    )
      continue
    add({ ornament, limb, helper, weight, strokes: [event, ...partner] }, event.at)
  }
  return [...found.values()]
}

/** Seconds that a hand must have free to catch a cymbal. */
const CHOKE = 0.15

/** What keeps a hand from a choke: its first stroke from that moment on that comes too soon, other than the choked one. */
const inTheWay = (events: readonly TimedStroke[], choked: TimedStroke, hand: Limb, length: number) =>
  events.find(
    other =>
      other !== choked &&
      other.limb === hand &&
      limitVerdictOf(mod(other.seconds - choked.seconds, length), { easy: CHOKE, hard: 0 }),
  )

/** Seconds: the player’s limits reach no further (see core/kit, player-schema). */
const AT_EASE = 2

/** The least distance of a moment from any of some, round the loop. */
function nearest(moments: readonly number[], moment: number, length: number): number {
  let least = Infinity
  for (const one of moments) {
    const apart = Math.abs(one - moment) % length
    least = Math.min(least, apart, length - apart)
  }
  return least
}

const verdictOfMove = (gap: number, limit: Limit | undefined) => limit && limitVerdictOf(gap, limit)
const worst = (verdicts: readonly ('demanding' | 'hard' | undefined)[]) =>
  verdicts.includes('hard') ? 'hard' : verdicts.find(Boolean)

/** Seconds since the same limb struck last. */
function freeBefore(events: readonly TimedStroke[], event: TimedStroke, length: number): number {
  return Math.min(
    length,
    ...events
      .filter(other => other.limb === event.limb && other.at !== event.at)
      .map(other => mod(event.seconds - other.seconds, length)),
  )
}

const named = ({ name }: { name: string }) => `the ${name.toLowerCase()}`

/** `'The flam of the left hand on 2 needs the right hand on the snare just before, which has little time between it and the hi-hat.'` @internal */
export function sayGraceTrouble(
  groove: Groove,
  { ornament, limb, helper, weight, ats, strokes }: GraceTrouble,
  counting?: Counting,
): string {
  const many = ats.length > 1
  if (ornament === 'choke')
    return `${sentence(`the choke${many ? 's' : ''} on ${sayPlaces(groove, ats, counting)}`)} ${many ? 'need' : 'needs'} a hand that is free for ${Math.round(CHOKE * 1000)} ms after the stroke, and both play on.`
  const who = LIMB_NAMES[helper]
  const piece = strokes[0]!.piece
  const own = strokes.find(one => one.limb === helper)?.piece
  const time = weight === 'hard' ? 'which has too little time' : 'which has little time'
  const need =
    piece && !stretchTo(piece, helper)?.reaches
      ? `just before, which does not get to ${named(piece)}`
      : weight === 'impossible'
        ? 'just before, which strikes something of its own at that moment'
        : piece && own && own.id !== piece.id
          ? `on ${named(piece)} just before, ${time} between it and ${named(own)}`
          : `just before, ${time} for it`
  return `${sentence(`the ${ornament}${many ? 's' : ''} of the ${LIMB_NAMES[limb]} on ${sayPlaces(groove, ats, counting)}`)} ${many ? 'need' : 'needs'} the ${who} ${need}.`
}
