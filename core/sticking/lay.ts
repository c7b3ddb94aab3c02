import { type Bar, evenSlots, makeBars, sayCount } from '#core/groove'
import { type Meter, beatsOf, lcm, slotsOf } from '#core/time'
import { type Letter, type Sticking, type StickingStroke, LETTER_NAMES, handsChanged, writeSticking } from './sticking'

/** Where a sticking is laid: a meter, slots in a felt beat (in the shortest, where they differ), and whether the hands change over each time it comes round. */
export interface Ground {
  meter: Meter
  slots: number
  changing: boolean
}

/**
 * This many bars of a ground: one grid through all of their beats, where they take it.
 * @example groundBars({ meter: meter(7, 8), slots: 4 }, 1)[0].slots // => [4, 4, 6]
 */
export const groundBars = ({ meter, slots }: Pick<Ground, 'meter' | 'slots'>, count: number): Bar[] =>
  makeBars(meter, count, evenSlots(meter, slots) ?? slots)

/** A sticking that has to go round once (or twice, where the hands change over) before it is back where it began. @internal */
export const wholeTurn = (sticking: Sticking, changing: boolean): Sticking =>
  changing ? [...sticking, ...handsChanged(sticking)] : sticking

const slotsInBar = (ground: Ground): number => slotsOf(groundBars(ground, 1)).length

/** The shortest beginning of a sticking that it is made of, again and again: of `rlrl` two places. */
function unitOf(sticking: Sticking): number {
  const written = sticking.map(place => writeSticking([place]))
  for (let length = 1; length < written.length; length++)
    if (written.length % length === 0 && written.every((one, i) => one === written[i % length])) return length
  return written.length
}

/**
 * After how many bars a sticking that repeats against them begins on a bar line again, on the same hand.
 * @example [homeAfter(readSticking('rlf').value, sixteenths), homeAfter(readSticking('rlrlrl').value, sixteenths)] // => [3, 1]
 */
export function homeAfter(sticking: Sticking, ground: Ground): number {
  const bar = slotsInBar(ground)
  return lcm(unitOf(wholeTurn(sticking, ground.changing)), bar) / bar
}

/** One limb's stroke of a sticking on the bars, `at` in ticks; `place` is its place in the sticking as written. */
export interface LaidSticking extends Omit<StickingStroke, 'foot'> {
  at: number
  place: number
}

/**
 * A sticking repeated over that many bars, from their first slot; what does not fit at the end is cut off.
 * @example layOver(readSticking('rlf').value, sixteenths, 1).slice(0, 4).map(one => one.who) // => ['R', 'L', 'F', 'R']
 */
export const layOver = (sticking: Sticking, ground: Ground, bars: number): LaidSticking[] =>
  layOn(
    sticking,
    ground.changing,
    slotsOf(groundBars(ground, bars)).map(slot => slot.at),
  )

/**
 * The same on any run of places, in ticks: a place for each letter, again from the first when it comes round.
 * A hand and the foot at one place are two strokes, the hand's first.
 * @example layOn(readSticking('rlf').value, false, [0, 1260, 2520, 3780]).map(one => one.at) // => [0, 1260, 2520, 3780]
 */
export function layOn(sticking: Sticking, changing: boolean, places: readonly number[]): LaidSticking[] {
  const turn = wholeTurn(sticking, changing)
  return places.flatMap((at, i) => {
    const stroke = turn[i % turn.length]
    if (!stroke) return []
    const { foot, ...own } = stroke
    const place = i % sticking.length
    return [{ ...own, at, place }, ...(foot ? [{ who: 'F' as const, accent: foot.accent, at, place }] : [])]
  })
}

/**
 * Laid strokes by their ticks, of a hand and the foot at once the hand's.
 * @example byTick(layOn(readSticking('(rf)l').value, false, [0, 1260])).get(0).who // => 'R'
 */
export const byTick = (laid: readonly LaidSticking[]): Map<number, LaidSticking> =>
  new Map(laid.toReversed().map(stroke => [stroke.at, stroke]))

/**
 * Who falls on each felt beat of that many bars: letters, none for a rest.
 * @example onBeats(readSticking('(rf)lrrlrll').value, sixteenths, 1).map(one => one.whos.join('')) // => ['RF', 'L', 'RF', 'L']
 */
export function onBeats(
  sticking: Sticking,
  ground: Ground,
  bars: number,
): { bar: number; beat: number; whos: Letter[] }[] {
  const laid = layOver(sticking, ground, bars)
  return beatsOf(groundBars(ground, bars)).map(({ bar, beat, at }) => ({
    bar,
    beat,
    whos: laid.filter(stroke => stroke.at === at).map(stroke => stroke.who),
  }))
}

/**
 * `'Comes home to the right hand after 3 bars.'`: where a sticking that runs on begins on a bar line again.
 * @example sayHome(readSticking('rlf').value, sixteenths) // => 'Comes home to the right hand after 3 bars.'
 */
export function sayHome(sticking: Sticking, ground: Ground): string {
  const bars = homeAfter(sticking, ground)
  const first = sticking[0]
  const whom = first ? `to the ${LETTER_NAMES[first.who]}` : 'to its rest'
  return bars === 1 ? `Comes home ${whom} in every bar.` : `Comes home ${whom} after ${sayCount(bars, 'bar')}.`
}
