import {
  FOOT_TRAVEL,
  HOUSE_LIMITS,
  LIMBS,
  type Limb,
  type Limit,
  type Limits,
  type Piece,
  SECOND_PEDAL,
  TOM_BOUNCE,
  bounces,
  isHand,
  metresApart,
  speedLimit,
  speeds,
  limitVerdictOf,
} from '#core/kit'
import { type Groove, type TimedStroke, passSeconds } from '#core/groove'
import { crossedAt, crossingTime } from './body'

export type TroubleKind = 'pair' | 'burst' | 'run' | 'long' | 'double' | 'travel' | 'control' | 'rise' | 'grip'

/**
 * A trouble of one limb from blow to blow. `gap` is the time that counts, in seconds: between two blows, or, in a burst or
 * run, the mean of the two gaps of three; `limit` is what it was held against. `demandingFrom` and `hardFrom` are the
 * tempos, in the groove's own counting, from which it is so. `ats` holds every place it comes, the worst first.
 */
export interface Trouble {
  /** `lift`: hats that a hand opens and shuts faster than their foot goes up and down. */
  kind: TroubleKind | 'lift'
  limb: Limb
  verdict: 'demanding' | 'hard'
  from: TimedStroke
  to: TimedStroke
  gap: number
  limit: Limit
  demandingFrom: number
  hardFrom: number
  ats: number[]
  /** The strokes it leads to, in the same order as `ats`. */
  tos: TimedStroke[]
  /** In how many places it begins: a run of many blows is one place. */
  places: number
}

/** One blow of a limb: a stroke, or the second blow of a double. */
interface LimbBlow {
  stroke: TimedStroke
  seconds: number
  level: number
}

/** The strokes of a limb in time order; those asked for at one instant count once. */
function strokesOf(events: readonly TimedStroke[], limb: Limb): TimedStroke[] {
  return events
    .filter(event => event.limb === limb)
    .sort((a, b) => a.seconds - b.seconds)
    .filter((event, i, all) => i === 0 || event.at !== all[i - 1]!.at)
}

/** Every blow of a limb by itself: sweeps are movements and none; a double stroke is two. Grace notes are `graces.ts`’ affair. */
const blowsOf = (strokes: readonly TimedStroke[]): LimbBlow[] =>
  strokes
    .filter(({ stroke }) => stroke !== 'sweep')
    .flatMap(stroke => [
      { stroke, seconds: stroke.seconds, level: stroke.level },
      ...(stroke.blows ?? [])
        .filter(({ after }) => after > 0)
        .map(({ after, level }) => ({ stroke, seconds: stroke.seconds + after, level })),
    ])
    .sort((a, b) => a.seconds - b.seconds)

/** From each to the next in seconds, the last round to the first; to the nanosecond, so that places alike are alike and a gap on a limit is on it. */
const gapsOf = (times: readonly { seconds: number }[], length: number): number[] =>
  times.map((time, i) => Math.round(((times[i + 1]?.seconds ?? times[0]!.seconds + length) - time.seconds) * 1e9) / 1e9)

/**
 * What is in a hand: a brush, a stick, a stick laid across the drum; undefined for a stroke that says nothing of it.
 * @example gripOf({ stroke: 'cross-stick', piece: pieceOf(kit, 'snare') }) // => 'across'
 */
export function gripOf({
  stroke,
  piece,
}: Pick<TimedStroke, 'stroke' | 'piece'>): 'brush' | 'stick' | 'across' | undefined {
  if (stroke === 'cross-stick') return 'across'
  if (stroke === 'sweep' || stroke === 'tap') return 'brush'
  // Only where a piece is also played with a brush does a plain stroke say that it is a stick's: brushes tap cymbals and toms too.
  return piece?.strokes.some(one => one.kind === 'tap') ? 'stick' : undefined
}

/**
 * A bounce is later on a tom.
 * @example bounceLimit(HOUSE_LIMITS, pieceOf(kit, 'snare')) === HOUSE_LIMITS.double // => true
 */
export const bounceLimit = ({ double }: Limits, piece: Piece | undefined): Limit =>
  piece && (piece.kind === 'tom' || piece.kind === 'floor tom')
    ? { easy: double.easy + TOM_BOUNCE, hard: double.hard + TOM_BOUNCE }
    : double

/** Of the usual time to travel, a hand that goes back and forth evenly between two pieces needs this share: it swings. */
const SWINGING = 0.8
/** Two gaps are even where they differ by no more than this share. */
const EVEN = 0.1
/** Seconds from the last tom to a crash that every player is used to: an eighth at 160. */
const TO_CRASH = 0.1875
const CRASHES: readonly Piece['kind'][] = ['crash', 'splash', 'china']
const TOMS: readonly Piece['kind'][] = ['tom', 'floor tom']

/**
 * What the way of a hand from one stroke to the next is held against: less than usual where it swings evenly back and forth between two pieces,
 * `since` the gap before, and from a tom to a crash no more than players are used to.
 * @example wayLimit({ easy: 0.29, hard: 0.17 }, pieceOf(kit, 'floor tom'), pieceOf(kit, 'crash'), { back: false, since: 1, gap: 0.25 }) // => { easy: 0.1875, hard: 0.17 }
 */
export function wayLimit(
  usual: Limit,
  from: Piece | undefined,
  to: Piece | undefined,
  { back, since, gap }: { /** It comes from where it goes. */ back: boolean; since: number; gap: number },
): Limit {
  const swings = back && Math.abs(since - gap) <= EVEN * gap
  const crash = !!from && !!to && TOMS.includes(from.kind) && CRASHES.includes(to.kind)
  if (!swings && !crash) return usual
  const easy = Math.min(usual.easy * (swings ? SWINGING : 1), crash ? TO_CRASH : Infinity)
  return { easy: Math.max(easy, usual.hard), hard: usual.hard }
}

type Judge = (kind: TroubleKind, from: TimedStroke, to: TimedStroke, gap: number, limit: Limit) => void

/**
 * Everything one limb is asked that has a limit, from blow to blow round the loop of `length` seconds, with the time that counts and its limit.
 * @example (asked => (eachAsked(events, 'RF', HOUSE_LIMITS, 2.4, new Set(), (kind, from, to, gap) => asked.push([kind, gap])), asked))([]) // => [['pair', 0.9]]
 */
export function eachAsked(
  events: readonly TimedStroke[],
  limb: Limb,
  rules: Limits,
  length: number,
  crossed: ReadonlySet<number>,
  judge: Judge,
): void {
  const strokes = strokesOf(events, limb)
  const hand = isHand(limb)
  const blows = blowsOf(strokes)
  const many = blows.length
  speeds(gapsOf(blows, length), many, (kind, i, time) => {
    const [from, to, next] = [blows[i]!, blows[(i + 1) % many]!, blows[(i + 2) % many]!]
    const bounced =
      kind === 'pair' &&
      hand &&
      bounces(time, { samePiece: from.stroke.pieceId === to.stroke.pieceId, from: from.level, to: to.level })
    if (bounced) return judge('double', from.stroke, to.stroke, time, bounceLimit(rules, from.stroke.piece))
    const limit = speedLimit(rules, kind, hand)
    judge(kind, from.stroke, to.stroke, time, limit)
    // Three blows count together, and it is hard from the first to the third.
    if (kind !== 'pair') judge(kind, to.stroke, next.stroke, time, limit)
  })
  const gaps = gapsOf(strokes, length)
  strokes.forEach((from, i) => {
    const to = strokes[(i + 1) % strokes.length]!
    const gap = gaps[i]!
    if (!hand) {
      const way = from.piece && to.piece && pedalLimits(from.piece, to.piece)
      if (way) judge('travel', from, to, gap, way)
      return
    }
    if (from.level >= 4 && to.level === 1) judge('control', from, to, gap, rules.control)
    if (from.level === 1 && to.level === 5) judge('rise', from, to, gap, rules.rise)
    const [held, wanted] = [gripOf(from), gripOf(to)]
    if (held && wanted && held !== wanted) judge('grip', from, to, gap, rules.grip)
    const limits = from.piece && to.piece && travelLimits(from.piece, to.piece, rules, crossingTime(crossed, from, to))
    if (!limits) return
    const before = (i + strokes.length - 1) % strokes.length
    const back = strokes[before]!.pieceId === to.pieceId
    judge('travel', from, to, gap, wayLimit(limits, from.piece, to.piece, { back, since: gaps[before]!, gap }))
  })
}

/**
 * What is demanding or hard for one body at this tempo, by the limits given; one finding for each limb and kind of
 * trouble, the worst place first. `length` is how long the events last before they begin again, in seconds.
 * @example troubles(groove, events).length // => 0
 */
export function troubles(
  groove: Groove,
  events: readonly TimedStroke[],
  rules: Limits = HOUSE_LIMITS,
  length = passSeconds(groove),
): Trouble[] {
  const crossed = crossedAt(events)
  return LIMBS.flatMap(limb => {
    const found = new Map<TroubleKind, Trouble>()
    let before: { kind: TroubleKind; from: TimedStroke; to: TimedStroke } | undefined
    eachAsked(events, limb, rules, length, crossed, (kind, from, to, gap, limit) => {
      const verdict = limitVerdictOf(gap, limit)
      if (!verdict) return
      const had = found.get(kind)
      const goesOn = before?.kind === kind && (before.to === from || before.from === from)
      before = { kind, from, to }
      const worse = !had || gap / limit.hard < had.gap / had.limit.hard
      // The worst comes first; the lists are the finding's own, and grow in place.
      const { ats, tos }: Pick<Trouble, 'ats' | 'tos'> = had ?? { ats: [], tos: [] }
      if (worse) {
        ats.unshift(from.at)
        tos.unshift(to)
      } else {
        ats.push(from.at)
        tos.push(to)
      }
      const places = (had?.places ?? 0) + (goesOn ? 0 : 1)
      found.set(
        kind,
        worse
          ? {
              kind,
              limb,
              verdict,
              from,
              to,
              gap,
              limit,
              ats,
              tos,
              places,
              demandingFrom: (groove.tempo.bpm * gap) / limit.easy,
              hardFrom: (groove.tempo.bpm * gap) / limit.hard,
            }
          : { ...had, ats, tos, places },
      )
    })
    return [...found.values()].map(one => ({ ...one, ats: [...new Set(one.ats)], tos: [...new Set(one.tos)] }))
  }).sort((a, b) => Number(b.verdict === 'hard') - Number(a.verdict === 'hard') || a.hardFrom - b.hardFrom)
}

const wayOf = (metres: number, { easy, hard }: Limits['travel'], more = 0): Limit => ({
  easy: easy.start + metres / easy.speed + more,
  hard: hard.start + metres / hard.speed + more,
})

/**
 * How long a foot needs from one pedal to another; nothing where it stays. Of a pedal with two beaters the second stands beside the hats'.
 * @example pedalLimits(pieceOf(kit, 'bass drum'), pieceOf(kit, 'hi-hat')).easy.toFixed(2) // => '0.43'
 */
export const pedalLimits = (from: Piece, to: Piece): Limit | undefined =>
  from.id === to.id
    ? undefined
    : wayOf(
        Math.min(metresApart(from, to), from.beaters === 2 || to.beaters === 2 ? SECOND_PEDAL : Infinity),
        FOOT_TRAVEL,
      )

/**
 * How long a hand needs from one piece to another, `more` seconds for crossing the arms; nothing where it stays.
 * @example travelLimits(pieceOf(kit, 'snare'), pieceOf(kit, 'ride'), HOUSE_LIMITS).hard.toFixed(3) // => '0.129'
 */
export function travelLimits(from: Piece, to: Piece, { travel }: Pick<Limits, 'travel'>, more = 0): Limit | undefined {
  return from.id === to.id ? undefined : wayOf(metresApart(from, to), travel, more)
}
