import { type Groove, type Guide, type TimedStroke, grooveTicks, sayCount, sayPlaces, sentence } from '#core/groove'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { type Counting, mod } from '#core/time'

/** One limb held against a line above it, in ticks of the bars: notes it plays, notes it leaves out, and its strokes that are none. */
interface LimbOnLine {
  limb: Limb
  meets: number[]
  lacks: number[]
  beside: number[]
}

/**
 * Every limb that plays, against a line: where a note begins, the limb strikes or not. Of parts that repeat on their own each round
 * counts: a note is met where it is met in every round that is given.
 * @example againstLine(groove, lined.guides[0], events).map(one => [one.limb, one.meets.length]) // => [['RH', 1], ['LH', 0], ['RF', 1]]
 */
export function againstLine(
  groove: Pick<Groove, 'bars' | 'lead'>,
  guide: Guide,
  events: readonly TimedStroke[],
  rounds = 1,
): LimbOnLine[] {
  const total = grooveTicks(groove)
  const notes = guide.notes.map(note => note.at)
  return limbsInOrder(groove.lead).flatMap(limb => {
    const struck = new Set(events.filter(event => event.limb === limb).map(event => event.at))
    if (!struck.size) return []
    const met = (at: number) =>
      Array.from({ length: rounds }, (_, round) => at + round * total).every(tick => struck.has(tick))
    const meets = notes.filter(met)
    return [
      {
        limb,
        meets,
        lacks: notes.filter(at => !meets.includes(at)),
        beside: [...new Set([...struck].map(at => mod(at, total)))]
          .filter(at => !notes.includes(at))
          .sort((a, b) => a - b),
      },
    ]
  })
}

/**
 * `'Right foot: all 4 notes.'`, `'Right foot: 3 of 4 notes, not & of 2. 2 strokes more.'`, `'Left foot: none of the 4 notes.'`
 * @example sayOnLine(groove, againstLine(groove, lined.guides[0], events)[0]) // => 'Right hand: the one note. 7 strokes more.'
 */
export function sayOnLine(groove: Groove, { limb, meets, lacks, beside }: LimbOnLine, counting?: Counting): string {
  const all = meets.length + lacks.length
  const more = beside.length && meets.length ? ` ${sayCount(beside.length, 'stroke')} more.` : ''
  // Whichever list is the shorter says it.
  const said = !meets.length
    ? all === 1
      ? 'not the one note'
      : all === 2
        ? 'neither note'
        : `none of the ${all} notes`
    : !lacks.length
      ? all === 1
        ? 'the one note'
        : all === 2
          ? 'both notes'
          : `all ${all} notes`
      : `${meets.length} of ${sayCount(all, 'note')}, ${lacks.length <= meets.length ? `not ${sayPlaces(groove, lacks, counting)}` : `on ${sayPlaces(groove, meets, counting)}`}`
  return sentence(`${LIMB_NAMES[limb]}: ${said}.${more}`)
}
