import { type Groove, type TimedStroke, sayCount, sayPlaces } from '#core/groove'
import { type Counting, beatsOf, slotPlace } from '#core/time'

/** One stroke of a part that falls where the other part is silent: after which of its strokes, by how many slots, and before which, by how many. */
export interface Between { at: number, after: number, slots: number, before: number, slotsBefore: number }

/** A part against another: the ticks at which it falls with it, and those that fall between its strokes. */
export interface Relation { with: number[], between: Between[] }

/** How one part's strokes fall against another's, round the bar line; empty where either part has none. */
export function relate(groove: Pick<Groove, 'bars'>, events: readonly TimedStroke[], partId: string, against: string): Relation {
  const ticks = (id: string) => [...new Set(events.filter(event => event.partId === id).map(event => event.at))].sort((a, b) => a - b)
  const own = ticks(partId)
  const other = ticks(against)
  if (!other.length) return { with: [], between: [] }
  const beats = beatsOf(groove.bars)
  const last = beats[beats.length - 1]!
  const slots = last.first + last.slots
  const together = new Set(other)
  return {
    with: own.filter(at => together.has(at)),
    between: own.filter(at => !together.has(at)).map((at) => {
      const after = other.findLast(tick => tick < at) ?? other[other.length - 1]!
      const before = other.find(tick => tick > at) ?? other[0]!
      const round = (distance: number) => (distance > 0 ? distance : distance + slots)
      const place = slotPlace(beats, at)
      return { at, after, slots: round(place - slotPlace(beats, after)), before, slotsBefore: round(slotPlace(beats, before) - place) }
    }),
  }
}

/**
 * A relation in words, each stroke by the nearer of its neighbours:
 * `'With it on 1 and & of 3. 1 slot after it on a of 1. 1 slot before it on a of 3.'`
 */
export function sayRelation(groove: Groove, relation: Relation, counting?: Counting): string {
  const said: string[] = []
  if (relation.with.length) said.push(`With it on ${sayPlaces(groove, relation.with, counting)}.`)
  const near = (slots: number) => Math.round(slots * 100) / 100
  const groups = new Map<string, { slots: number, words: string, ats: number[] }>()
  for (const { at, slots, slotsBefore } of relation.between) {
    const later = slotsBefore < slots
    const words = `${sayCount(near(later ? slotsBefore : slots), 'slot')} ${later ? 'before' : 'after'} it`
    const group = groups.get(words) ?? { slots: later ? slotsBefore : slots, words, ats: [] }
    group.ats.push(at)
    groups.set(words, group)
  }
  for (const { words, ats } of [...groups.values()].sort((a, b) => a.slots - b.slots)) said.push(`${words} on ${sayPlaces(groove, ats, counting)}.`)
  return said.join(' ') || 'They never sound in the same bars.'
}
