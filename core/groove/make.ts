import { type Meter, SUBDIVISIONS, beatTicks, divides } from '#core/time'
import type { Bar, Groove, Part, Role } from './schema'
import { GROOVE_SHAPE } from './upgrade'
import type { Limb } from '#core/kit'

/**
 * The same bar `bars` times, every felt beat cut into `slots` (or beat by beat, where a list is given).
 * @example makeBars(meter(4, 4), 2, [4, 3, 4, 4])[1].slots // => [4, 3, 4, 4]
 */
export function makeBars(meter: Meter, bars: number, slots: number | number[]): Bar[] {
  const perBeat = beatTicks(meter).map((_, i) => (Array.isArray(slots) ? (slots[i] ?? 1) : slots))
  return Array.from({ length: bars }, () => ({ meter, slots: perBeat }) as Bar)
}

/**
 * The subdivisions that a felt beat of a length in ticks can be cut into.
 * @example subdivisionsOf(5040) // => [1, 2, 3,  4, 5, 6, 7, 8, 12]
 */
export const subdivisionsOf = (ticks: number): number[] => SUBDIVISIONS.filter(slots => divides(ticks, slots))

/**
 * One grid through all felt beats of a meter: the shortest are cut into `slots` slots, longer ones into slots of the same length. Undefined
 * where a longer one cannot be cut so.
 * @example [evenSlots(meter(7, 8), 4), evenSlots(meter(7, 8), 3)] // => [[4, 4, 6], undefined]
 */
export function evenSlots(meter: Meter, slots: number): number[] | undefined {
  const ticks = beatTicks(meter)
  const length = Math.min(...ticks) / slots
  const cut = ticks.map(beat => beat / length)
  return cut.every((count, i) => subdivisionsOf(ticks[i]!).includes(count)) ? cut : undefined
}

/** What a new groove can’t do without; all the rest has a usual value. */
type NewGroove = Pick<Groove, 'id' | 'title' | 'bars'> & Partial<Groove>

/**
 * A groove with the usual values where none are given: no parts, 100 quarters a minute, straight.
 * @example makeGroove({ id: 'new', title: 'New', bars }).tempo // => { bpm: 100, counts: '1/4' }
 */
export const makeGroove = (given: NewGroove): Groove => ({
  format: GROOVE_SHAPE.format,
  version: GROOVE_SHAPE.version,
  style: '',
  tags: [],
  notes: '',
  tempo: { bpm: 100, counts: '1/4' },
  feel: { swing: null, push: {} },
  clave: null,
  pickUp: null,
  kitId: 'five-piece',
  lead: 'right',
  parts: [],
  guides: [],
  parent: null,
  ...given,
})

/**
 * A part with the usual values where none are given.
 * @example makePart({ id: 'foot', name: 'Foot', limb: 'LF' }).muted // => false
 */
export const makePart = (given: Pick<Part, 'id' | 'name' | 'limb'> & Partial<Part>): Part => ({
  role: 'other',
  strokes: [],
  every: null,
  swing: null,
  pickUp: null,
  muted: false,
  locked: false,
  given: [],
  ...given,
})

/** What a limb is usually given first, and the stroke that a new part of that role puts in. */
interface Usual {
  name: string
  role: Role
  piece: string
  stroke: Part['strokes'][number]['stroke']
}

/**
 * The part a player most often wants next on a limb: the lead hand a cymbal, the other the snare, the feet their pedals.
 * @example usualPart('LH', 'right').name // => 'Backbeat'
 */
export function usualPart(limb: Limb, lead: Groove['lead']): Usual {
  if (limb === (lead === 'right' ? 'RH' : 'LH')) return { name: 'Hi-hat', role: 'lead', piece: 'hi-hat', stroke: 'hit' }
  if (limb === 'RH' || limb === 'LH') return { name: 'Backbeat', role: 'backbeat', piece: 'snare', stroke: 'hit' }
  if (limb === (lead === 'right' ? 'RF' : 'LF'))
    return { name: 'Bass drum', role: 'bass drum', piece: 'bass drum', stroke: 'hit' }
  return { name: 'Hat foot', role: 'hat foot', piece: 'hi-hat', stroke: 'chick' }
}
