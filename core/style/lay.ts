import { type Bar, type Part, type Stroke, grooveTicks, makeBars, makePart, rowStrokes } from '#core/groove'
import { present } from '#core/present'
import { type Meter, beatAt, beatsOf, meterTicks } from '#core/time'
import type { Candidate, Row, StyleCard } from './card'

/** What of a card laying needs. */
type Written = Pick<StyleCard, 'meter' | 'slots' | 'writings'>

const sameMeter = (a: Meter, b: Meter): boolean =>
  a.count === b.count && a.unit === b.unit && a.groups.join() === b.groups.join()

/**
 * How much longer than on its card a style is written in these bars: 1 in bars of its own meter, 2 for a samba in 4/4 eighths
 * where its card has 2/4 sixteenths; undefined where the style is not written in such bars.
 * @internal
 */
export function writtenTimes(card: Written, bars: readonly Bar[]): number | undefined {
  const fits = (meter: Meter) => bars.every(bar => sameMeter(bar.meter, meter))
  return fits(card.meter) ? 1 : card.writings?.find(one => fits(one.meter))?.times
}

/**
 * How many of its card's bars a row goes over: a figure of two bars is two.
 * @example rowBars(styleOf('funk-sixteenths'), '3.2.3.2.3.2.3.2.') // => 1
 */
export function rowBars(card: Written, row: string): number {
  const slots = makeBars(card.meter, 1, card.slots)[0]!.slots.reduce((a, b) => a + b, 0)
  return Math.max(1, Math.ceil(row.replaceAll(' ', '').length / slots))
}

/**
 * True where figures of that many of the card’s bars do not come out even over these bars, and break at the turn.
 * @example breaksAtTurn(styleOf('funk-sixteenths'), [...bars, ...bars, ...bars], 2) // => true
 */
export function breaksAtTurn(card: Written, bars: readonly Bar[], figure: number): boolean {
  const times = writtenTimes(card, bars)
  return times !== undefined && grooveTicks({ bars }) % (figure * meterTicks(card.meter) * times) !== 0
}

/**
 * How many of its card's bars the longest figure of a style goes over.
 * @example figureBars(styleOf('funk-sixteenths')) // => 1
 */
export const figureBars = (
  card: Pick<StyleCard, 'meter' | 'slots' | 'writings' | 'candidates' | 'constraints'>,
): number =>
  Math.max(
    ...card.candidates.flatMap(one => one.rows.map(({ row }) => rowBars(card, row))),
    ...card.constraints.flatMap(one => ('row' in one ? [rowBars(card, one.row)] : [])),
  )

/**
 * A row of a card as strokes over some bars. It is a rhythm in time: over bars that the style is written in, every stroke
 * keeps its instant, whatever grid the bars have, and a figure of two bars keeps its place in the pair. Over any other bars
 * each felt beat takes what the card’s beat of its number plays, at the same share of the beat.
 * @internal
 */
export function layRow(card: Written, { row, ...struck }: Row, bars: readonly Bar[]): Stroke[] {
  const own = makeBars(card.meter, rowBars(card, row), card.slots)
  const strokes = rowStrokes(own, row, struck)
  const length = grooveTicks({ bars: own })
  const total = grooveTicks({ bars })
  const times = writtenTimes(card, bars)
  if (times !== undefined) {
    const laps = Math.ceil(total / (length * times))
    return Array.from({ length: laps }, (_, lap) =>
      strokes.map(stroke => stretched(stroke, (lap * length + stroke.at) * times, times)),
    )
      .flat()
      .filter(stroke => stroke.at < total)
  }
  const from = beatsOf(own)
  const perBar = from.filter(beat => beat.bar === 0).length
  return beatsOf(bars).flatMap(beat => {
    const like = present(
      from.find(one => one.bar === beat.bar % own.length && one.beat === beat.beat % perBar),
      'beat',
    )
    const scale = beat.length / like.length
    return strokes
      .filter(stroke => beatAt(from, stroke.at) === like)
      .map(stroke => stretched(stroke, Math.round(beat.at + (stroke.at - like.at) * scale), scale))
  })
}

const stretched = (stroke: Stroke, at: number, times: number): Stroke => ({
  ...stroke,
  at,
  ...(stroke.openFor ? { openFor: Math.max(1, Math.round(stroke.openFor * times)) } : {}),
})

/**
 * A candidate of a card as a part over these bars; see `layRow`. Its role is given by the style: it stays the backbeat when it is played softly.
 * @example partFrom(styleOf('funk-sixteenths'), candidatesFor(styleOf('funk-sixteenths'), 'RH')[0], bars, 'lead').limb // => 'RH'
 */
export const partFrom = (card: Written, candidate: Candidate, bars: readonly Bar[], id: string): Part =>
  makePart({
    id,
    name: candidate.name,
    role: candidate.role,
    limb: candidate.limb,
    given: ['role'],
    strokes: candidate.rows.flatMap(row => layRow(card, row, bars)).sort((a, b) => a.at - b.at),
  })
