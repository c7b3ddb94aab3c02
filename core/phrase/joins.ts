import { type TroubleKind, crossedAt, eachAsked } from '#core/analyse'
import { type Groove, type TimedStroke, barTicks, grooveTicks, passSeconds, sayCount, timeline } from '#core/groove'
import {
  type Kit,
  LIMB_NAMES,
  LIMBS,
  type Limb,
  type Limit,
  hardnessOf,
  isHand,
  limitsOf,
  metresApart,
  pieceOf,
} from '#core/kit'
import { present } from '#core/present'
import { type Counting, type Tempo, sayTick } from '#core/time'
import { drumsOf } from './walk'
import type { FillGround } from './fill-ground'
import { type FillWish, makeFill } from './make-fill'
import type { Round } from './rounds'
import type { Fill } from './schema'
import { joined } from './place'
import { filled, landedOn, leftOutBefore } from './unfold'

/** A limb’s way over the beginning or the end of a fill, or over the line between two rounds. */
export interface Transition {
  limb: Limb
  from: TimedStroke
  to: TimedStroke
  /** Seconds between the two, and metres where it changes pieces. */
  gap: number
  metres: number
  /** What is asked of it there, how hard that is (up to 1 easy, from 2 hard), and the limit it was held against; nothing where nothing has one. */
  asked: { kind: TroubleKind; hardness: number; limit: Limit; gap: number } | undefined
}

/** One thing asked of a limb from a stroke to the next. */
interface Asked {
  limb: Limb
  kind: TroubleKind
  from: TimedStroke
  to: TimedStroke
  gap: number
  limit: Limit
  hardness: number
}

/** A groove read once for its ways: its strokes in time, and everything asked of a limb from each to the next. */
interface Ways {
  events: readonly TimedStroke[]
  asked: readonly Asked[]
}

function waysIn(groove: Groove, kit: Kit, tempo: Tempo): Ways {
  const timed = { ...groove, tempo }
  const events = timeline(timed, kit)
  const limits = limitsOf(kit)
  const crossed = crossedAt(events)
  const length = passSeconds(timed)
  const asked: Asked[] = []
  for (const limb of LIMBS)
    eachAsked(events, limb, limits, length, crossed, (kind, from, to, gap, limit) =>
      asked.push({ limb, kind, from, to, gap, limit, hardness: hardnessOf(gap, limit) }),
    )
  return { events, asked }
}

const metresBetween = (from: TimedStroke, to: TimedStroke): number =>
  from.piece && to.piece ? metresApart(from.piece, to.piece) : 0

/** The ways of all limbs over an instant, the hardest first, hands before feet: `seam` in ticks. */
function over({ events, asked }: Ways, seam: number): Transition[] {
  return LIMBS.flatMap((limb): Transition[] => {
    const own = events.filter(event => event.limb === limb)
    const from = own.findLast(event => event.at < seam)
    const to = own.find(event => event.at >= seam)
    if (!from || !to) return []
    const here = asked.filter(one => one.limb === limb && one.from.at < seam && one.to.at >= seam)
    const hardest = here.reduce<Asked | undefined>(
      (worse, one) => (!worse || one.hardness > worse.hardness ? one : worse),
      undefined,
    )
    return [{ limb, from, to, gap: to.seconds - from.seconds, metres: metresBetween(from, to), asked: hardest }]
  }).sort(byHardness)
}

/** The hardest first, by how near it is to what a limb can do, and hands before feet. */
const byHardness = (a: Transition, b: Transition): number =>
  (b.asked?.hardness ?? 0) - (a.asked?.hardness ?? 0) || Number(isHand(b.limb)) - Number(isHand(a.limb))

/** The ways of all limbs over an instant of a groove, the hardest first: `seam` in its ticks. @internal */
export const crossingsAt = (groove: Groove, kit: Kit, seam: number, tempo: Tempo = groove.tempo): Transition[] =>
  over(waysIn(groove, kit, tempo), seam)

/**
 * A crossing that is more than easy.
 * @example [isTrouble({ asked: { hardness: 0.5 } }), isTrouble({ asked: { hardness: 1.5 } })] // => [false, true]
 */
export const isTrouble = ({ asked }: Pick<Transition, 'asked'>): boolean => !!asked && asked.hardness > 1

/** The bars around a fill as one groove, and where in it the fill begins and ends. */
interface Surroundings {
  groove: Groove
  begins: number
  ends: number
}

/**
 * A fill in its place: the bars it lies over and the round after it, with the fill laid in; one that ends with its bars lands on the next, and
 * one that begins with them comes out of the round before. @internal
 */
export function aroundFill(fill: Fill, { round, before, next, tempo }: FillGround, take = 0): Surroundings {
  const from = fill.from === 0 && before ? before : undefined
  const start = from ? grooveTicks(from) : 0
  const ends = fill.from + fill.length
  const rounds = [
    ...(from ? [leftOutBefore(from, fill)] : []),
    filled(round, fill, take),
    ...(next ? [ends === grooveTicks(round) ? landedOn(next, fill) : next] : []),
  ]
  const bars = rounds.flatMap(groove => groove.bars.map((_, within) => ({ round: { groove }, within })))
  return { groove: joined(bars, tempo), begins: start + fill.from, ends: start + ends }
}

/** The ways into a fill and out of it, and within it from stroke to stroke; each list the hardest first. */
interface Joins {
  into: Transition[]
  out: Transition[]
  inside: Transition[]
}

/** Easier than half of what is easy is nothing to speak of. */
const NOTHING = 0.5

/** The hardest way of each limb among several, the hardest first. */
function worstOf(lists: readonly (readonly Transition[])[]): Transition[] {
  const found = new Map<Limb, Transition>()
  for (const one of lists.flat().toSorted(byHardness)) if (!found.has(one.limb)) found.set(one.limb, one)
  return [...found.values()]
}

/**
 * Reads a fill in its place, for all of its ways; of one that is led again each time the hardest of each limb, whichever time it is.
 * @example Object.keys(joinsOf(fill, fillGround)) // => ['into', 'out', 'inside']
 */
export function joinsOf(fill: Fill, ground: FillGround): Joins {
  const all = fill.takes.map((_, take) => joinsOfTake(fill, ground, take))
  if (all.length === 1) return all[0]!
  return {
    into: worstOf(all.map(one => one.into)),
    out: worstOf(all.map(one => one.out)),
    inside: all.flatMap(one => one.inside).sort(byHardness),
  }
}

function joinsOfTake(fill: Fill, ground: FillGround, take: number): Joins {
  const { groove, begins, ends } = aroundFill(fill, ground, take)
  const ways = waysIn(groove, ground.kit, ground.tempo)
  const inside = ways.asked
    .filter(({ from, to, hardness }) => hardness > NOTHING && from.at >= begins && to.at >= from.at && to.at < ends)
    .map((asked): Transition => ({
      limb: asked.limb,
      from: asked.from,
      to: asked.to,
      gap: asked.gap,
      metres: metresBetween(asked.from, asked.to),
      asked,
    }))
    .sort(byHardness)
  return { into: over(ways, begins), out: over(ways, ends), inside }
}

/**
 * How hard the worst way of some is: 0 where there is none.
 * @example worst([]) // => 0
 */
export const worst = (crossings: readonly Transition[]): number => crossings[0]?.asked?.hardness ?? 0

/** Something that makes a join easier: what to press, and the fill it comes to. */
interface Mending {
  id: string
  says: string
  fill: Fill
}

/** As few as make it easy; more than that many strokes left out would be no groove. */
const MOST_LEFT_OUT = 4

/**
 * What mends the ways into and out of a fill: the fewest strokes of the groove left out, another drum to begin on, the other hand first. Only what helps is offered.
 * @example mendings(fill, fillGround).length // => 0
 */
export function mendings(fill: Fill, ground: FillGround, counting?: Counting): Mending[] {
  const joins = joinsOf(fill, ground)
  const into = joins.into.find(one => isHand(one.limb) && isTrouble(one))
  const out = joins.out.find(isTrouble)
  const found: Mending[] = []
  const hardness = (other: Fill) => joinsOf(other, ground)
  if (into) {
    const left = leftOut(fill, ground, into, counting)
    if (left) found.push(left)
    const elsewhere = begunOn(fill, ground, into)
    if (elsewhere) found.push(elsewhere)
  }
  if (into || out) {
    const other = fill.first === 'R' ? 'L' : 'R'
    const made = makeFill({ ...wishOf(fill), first: other, leaveOut: [] }, ground)
    if (made.ok) {
      const now = hardness(made.value)
      if (Math.max(worst(now.into), worst(now.out)) < Math.max(worst(joins.into), worst(joins.out)) - 0.05)
        found.push({
          id: 'other hand',
          says: `Begin with the ${other === 'R' ? 'right' : 'left'} hand`,
          fill: made.value,
        })
    }
  }
  if (out && !isHand(out.limb) && fill.ending === 'one more bass drum') {
    const made = makeFill({ ...wishOf(fill), ending: 'crash' }, ground)
    if (
      made.ok &&
      worst(hardness(made.value).out.filter(one => one.limb === out.limb)) < present(out.asked, 'asked').hardness - 0.05
    )
      found.push({ id: 'one less', says: 'Leave out the bass drum before the 1', fill: made.value })
  }
  if (out && isHand(out.limb)) {
    const last = fill.takes[0]!.filter(stroke => stroke.limb === out.limb).sort((a, b) => b.at - a.at)[0]
    if (last && last.at === out.from.at - fill.from) {
      const shorter = {
        ...fill,
        takes: fill.takes.map(take => take.filter(stroke => !(stroke.limb === out.limb && stroke.at === last.at))),
      }
      if (
        shorter.takes.every(take => take.length) &&
        worst(hardness(shorter).out.filter(one => one.limb === out.limb)) < present(out.asked, 'asked').hardness - 0.05
      )
        found.push({
          id: 'last out',
          says: `Leave the fill’s last stroke of the ${LIMB_NAMES[out.limb]} out`,
          fill: shorter,
        })
    }
  }
  return found
}

/**
 * What a fill was made from, to be made again otherwise.
 * @example 'takes' in wishOf(fill) // => false
 */
export const wishOf = ({ takes: _, landing: __, ...wish }: Fill): FillWish => wish

function leftOut(fill: Fill, ground: FillGround, into: Transition, counting?: Counting): Mending | undefined {
  const { round, before } = ground
  // Of a fill that begins with its bars, the strokes before it are the last of the round before.
  const [from, line] = fill.from === 0 && before ? [before, grooveTicks(before)] : [round, fill.from]
  const own = from.parts
    .filter(part => part.limb === into.limb)
    .flatMap(part => part.strokes)
    .filter(
      stroke => stroke.at < line && !fill.leaveOut.some(out => out.limb === into.limb && out.at === stroke.at - line),
    )
    .sort((a, b) => b.at - a.at)
  const trials = Array.from({ length: Math.min(MOST_LEFT_OUT, own.length) }, (_, n) => {
    const gone = own.slice(0, n + 1)
    const fixed: Fill = {
      ...fill,
      leaveOut: [...fill.leaveOut, ...gone.map(stroke => ({ limb: into.limb, at: stroke.at - line }))],
    }
    return {
      gone,
      fixed,
      hardness: joinsOf(fixed, ground).into.find(one => one.limb === into.limb)?.asked?.hardness ?? 0,
    }
  })
  // As few as make it easy; where none do, those that help most.
  const best = trials.find(one => one.hardness <= 1) ?? trials.toSorted((a, b) => a.hardness - b.hardness)[0]
  if (!best || best.hardness >= present(into.asked, 'asked').hardness - 0.05) return undefined
  const { gone, fixed } = best
  const name = pieceOf(ground.kit, gone[0]!.piece)?.name.toLowerCase() ?? gone[0]!.piece
  const says =
    gone.length === 1
      ? `Leave the ${name} out on ${sayTick(from.bars, gone[0]!.at, counting)}`
      : `Leave the last ${sayCount(gone.length, 'stroke')} of the ${LIMB_NAMES[into.limb]} out before it`
  return { id: 'leave out', says, fill: fixed }
}

/** The fill’s first figure moved to the drum from which the way in is easiest, where that is another. */
function begunOn(fill: Fill, ground: FillGround, into: Transition): Mending | undefined {
  const first = into.to.pieceId
  const options = drumsOf(ground.kit)
    .filter(drum => drum.id !== first)
    .flatMap(drum => {
      const moved = {
        ...fill,
        takes: fill.takes.map(take => {
          const until =
            take.find(
              stroke =>
                isHand(stroke.limb) &&
                stroke.piece !==
                  present(
                    take.find(one => isHand(one.limb)),
                    'stroke of a hand',
                  ).piece,
            )?.at ?? Infinity
          return take.map(stroke =>
            isHand(stroke.limb) && stroke.at < until ? { ...stroke, piece: drum.id, stroke: 'hit' as const } : stroke,
          )
        }),
      }
      const joins = joinsOf(moved, ground)
      return [{ drum, fill: moved, hardness: Math.max(worst(joins.into), worst(joins.inside)) }]
    })
    .sort((a, b) => a.hardness - b.hardness)
  const best = options[0]
  return best && best.hardness < present(into.asked, 'asked').hardness - 0.05
    ? { id: `begin on ${best.drum.id}`, says: `Begin on the ${best.drum.name.toLowerCase()}`, fill: best.fill }
    : undefined
}

/**
 * A hand’s way in words: `'The right hand has 312 ms from the hi-hat to the snare, 49 cm: easy at this tempo, demanding from 160.'`
 * The tempo at which it turns is given in the note value the phrase counts.
 * @example sayTransition(joinsOf(fill, fillGround).into[0], groove.tempo) // => 'The right hand has 300 ms from the hi-hat to the high tom, 40 cm: easy at this tempo, demanding from 150.'
 */
export function sayTransition({ limb, from, to, gap, metres, asked }: Transition, tempo: Tempo): string {
  const name = (one: TimedStroke) => (one.piece?.name ?? one.pieceId).toLowerCase()
  const stays = from.pieceId === to.pieceId
  const way = `The ${LIMB_NAMES[limb]} has ${Math.round(gap * 1000)} ms ${stays ? `to its next stroke on the ${name(to)}` : `from the ${name(from)} to the ${name(to)}, ${Math.round(metres * 100)} cm`}`
  if (!asked) return `${way}.`
  const at = (limit: number) => Math.round((tempo.bpm * asked.gap) / limit)
  if (asked.hardness >= 2) return `${way}: hard at this tempo, easy below ${at(asked.limit.easy)}.`
  if (asked.hardness > 1) return `${way}: demanding at this tempo, hard from ${at(asked.limit.hard)}.`
  return `${way}: easy at this tempo, demanding from ${at(asked.limit.easy)}.`
}

/**
 * The ways of all limbs over the line between two rounds that are more than easy: the bar before it and the bar after.
 * @example seamTroubles(roundsOf(phrase)[0], roundsOf(phrase)[1], kit) // => []
 */
export function seamTroubles(before: Round, after: Round, kit: Kit): Transition[] {
  const groove = joined(
    [
      { round: before, within: before.bars - 1 },
      { round: after, within: 0 },
    ],
    after.tempo,
  )
  return crossingsAt(groove, kit, barTicks(before.groove.bars.at(-1)!)).filter(isTrouble)
}
