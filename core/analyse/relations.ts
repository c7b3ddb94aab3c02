import { type Groove, type TimedStroke, grooveTicks, sayPlace, sayPlaces, sentence } from '#core/groove'
import { type Limb, isHand } from '#core/kit'
import { type Counting, aNote, barNumber, barStarts, mod, sayTick, tickSeconds } from '#core/time'

/**
 * One stroke that falls where the other side is silent: between which two of its strokes, how many ticks after the first and before the second,
 * and to which of them it sounds nearer, swing and all.
 */
interface Between {
  at: number
  after: number
  since: number
  before: number
  until: number
  nearer: 'first' | 'second' | 'neither'
}

/** The share of the way between two strokes within which a third sounds midway. */
const MIDWAY = { from: 0.47, to: 0.53 } as const

/** One side against another: the ticks at which both strike, and those of the one that fall between strokes of the other. */
interface Relation {
  with: number[]
  between: Between[]
}

/** What is held against what: a part by its id, all that a limb plays, or all that both hands play. */
export type Side = { part: string } | { limb: Limb } | 'hands'

const isOf = (side: Side, event: TimedStroke): boolean =>
  side === 'hands' ? isHand(event.limb) : 'part' in side ? event.partId === side.part : event.limb === side.limb

/**
 * How strokes of one side fall against another's, round the end of the bars; empty where either has none. What is of both sides counts for the
 * one. Of a part with its own cycle the events of the rounds given are held against each other, `ticks` long in all.
 * @example relate(groove, events, { part: 'bass' }, { limb: 'RH' }).with // => [0, 12600]
 */
export function relate(
  groove: Pick<Groove, 'bars' | 'tempo'>,
  events: readonly TimedStroke[],
  one: Side,
  against: Side,
  ticks = grooveTicks(groove),
): Relation {
  const where = (test: (event: TimedStroke) => boolean) =>
    [...new Set(events.filter(test).map(event => event.at))].sort((a, b) => a - b)
  const own = where(event => isOf(one, event))
  const other = where(event => !isOf(one, event) && isOf(against, event))
  if (!other.length) return { with: [], between: [] }
  const together = new Set(other)
  const sounds = new Map(events.map(event => [event.at, event.seconds]))
  const round = ticks * tickSeconds(groove.tempo)
  const gap = (from: number, to: number) => mod(sounds.get(to)! - sounds.get(from)!, round) || round
  const nearer = (after: number, at: number, before: number): Between['nearer'] => {
    const share = gap(after, at) / (gap(after, at) + gap(at, before))
    return share < MIDWAY.from ? 'first' : share > MIDWAY.to ? 'second' : 'neither'
  }
  return {
    with: own.filter(at => together.has(at)),
    between: own
      .filter(at => !together.has(at))
      .map(at => {
        const after = other.findLast(tick => tick < at) ?? other[other.length - 1]!
        const before = other.find(tick => tick > at) ?? other[0]!
        const [since, until] = [mod(at - after, ticks) || ticks, mod(before - at, ticks) || ticks]
        return { at, after, since, before, until, nearer: nearer(after, at, before) }
      }),
  }
}

/** The bar of a tick, from 0; round the end. */
const barOf = (groove: Pick<Groove, 'bars'>, at: number): number =>
  barStarts(groove.bars).findLastIndex(start => start <= mod(at, grooveTicks(groove)))

/** This many strokes between are named one by one, with their neighbours; more are given by how far they are from them. */
const ONE_BY_ONE = 3

/**
 * A relation in words, in note values: `'Together on 1 and & of 3. Between its & of 1 and 2: a of 1, a sixteenth after the first.'`;
 * of many strokes, `'A sixteenth after it: a of 1, a of 2 …'`.
 * @example sayRelation(groove, relate(groove, events, { part: 'ghosts' }, { part: 'hats' })) // => 'Between its & of 2 and 3: a of 2, midway. Between its 3 and & of 3: e of 3, midway.'
 */
export function sayRelation(groove: Groove, relation: Relation, counting?: Counting): string {
  if (!relation.with.length && !relation.between.length) return 'They never sound in the same bars.'
  const said = relation.with.length ? [`Together on ${sayPlaces(groove, relation.with, counting)}.`] : []
  /** As it is written where it sounds so; under swing the middle of two strokes is nearer to the second. */
  const near = ({ since, until, nearer }: Between) =>
    nearer === 'neither'
      ? 'midway'
      : since === until
        ? 'sounding'
        : nearer === 'first'
          ? `${aNote(since) ?? 'a little'} after`
          : `${aNote(until) ?? 'a little'} before`
  if (relation.between.length <= ONE_BY_ONE) {
    for (const one of relation.between) {
      const alone = one.after === one.before
      const how = near(one)
      const whom =
        how === 'midway' ? '' : how === 'sounding' ? ` nearer the ${one.nearer}` : alone ? ' it' : ` the ${one.nearer}`
      // Within one bar the bar is named once.
      const bar = barOf(groove, one.at)
      const inside =
        groove.bars.length > 1 &&
        bar === barOf(groove, one.after) &&
        bar === barOf(groove, one.before) &&
        one.at < grooveTicks(groove)
      const place = (at: number) => (inside ? sayTick(groove.bars, at, counting) : sayPlace(groove, at, counting))
      const from = alone ? `around its ${place(one.after)}` : `between its ${place(one.after)} and ${place(one.before)}`
      said.push(
        `${sentence(inside ? `bar ${barNumber(bar, counting)}, ${from}` : from)}: ${place(one.at)}, ${how}${whom}.`,
      )
    }
    return said.join(' ')
  }
  const groups = new Map<string, { ticks: number; ats: number[] }>()
  for (const one of relation.between) {
    const group = groups.get(near(one)) ?? { ticks: Math.min(one.since, one.until), ats: [] }
    group.ats.push(one.at)
    groups.set(near(one), group)
  }
  for (const [how, { ats }] of [...groups].sort(([, a], [, b]) => a.ticks - b.ticks))
    said.push(
      `${how === 'midway' ? 'Midway between its strokes' : how === 'sounding' ? 'Between its strokes, sounding nearer the next' : sentence(`${how} it`)}: ${sayPlaces(groove, ats, counting)}.`,
    )
  return said.join(' ')
}
