import { type Meter, beatTicks, meterTicks } from './meter'

/** One bar's time: its meter, and for each felt beat the number of slots it is counted in. */
export interface BarTime {
  meter: Meter
  slots: number[]
}

/** One felt beat on the line: where it starts, how long it lasts (ticks), and into how many slots it is cut. */
export interface Beat {
  bar: number
  beat: number
  at: number
  length: number
  slots: number
  first: number
}

/** One place on the counting grid; `index` runs on through all bars, `at` and `length` are in ticks. */
export interface Slot {
  index: number
  bar: number
  beat: number
  slot: number
  at: number
  length: number
}

/** Slots that a felt beat may be cut into, the coarsest first. */
export const SUBDIVISIONS = [1, 2, 3, 4, 5, 6, 7, 8, 12] as const

/**
 * True when a felt beat of `ticks` ticks can be cut into `slots` slots of whole ticks.
 * @example [divides(5040, 5), divides(5040, 11)] // => [true, false]
 */
export const divides = (ticks: number, slots: number): boolean => Number.isInteger(ticks / slots)

/**
 * Length of all bars together, in ticks.
 * @example barsTicks(bars) // => 20160
 */
export const barsTicks = (bars: readonly BarTime[]): number => bars.reduce((sum, bar) => sum + meterTicks(bar.meter), 0)

/**
 * Where each bar starts, in ticks; one more entry than bars, the last being the end.
 * @example barStarts([...bars, ...bars]) // => [0, 20160, 40320]
 */
export function barStarts(bars: readonly BarTime[]): number[] {
  const starts = [0]
  for (const bar of bars) starts.push(starts[starts.length - 1]! + meterTicks(bar.meter))
  return starts
}

/**
 * The felt beats of all bars in order; `first` is the index of a beat's first slot.
 * @example beatsOf(bars)[1] // => { bar: 0, beat: 1, at: 5040, length: 5040, slots: 4, first: 4 }
 */
export function beatsOf(bars: readonly BarTime[]): Beat[] {
  const beats: Beat[] = []
  let at = 0
  let first = 0
  bars.forEach((bar, b) =>
    beatTicks(bar.meter).forEach((length, i) => {
      const slots = bar.slots[i] ?? 1
      beats.push({ bar: b, beat: i, at, length, slots, first })
      at += length
      first += slots
    }),
  )
  return beats
}

/**
 * The slots of all bars in order.
 * @example slotsOf(bars).slice(4, 6) // => [{ index: 4, bar: 0, beat: 1, slot: 0, at: 5040, length: 1260 }, { index: 5, bar: 0, beat: 1, slot: 1, at: 6300, length: 1260 }]
 */
export function slotsOf(bars: readonly BarTime[]): Slot[] {
  return beatsOf(bars).flatMap(beat =>
    Array.from({ length: beat.slots }, (_, slot) => ({
      index: beat.first + slot,
      bar: beat.bar,
      beat: beat.beat,
      slot,
      at: beat.at + (slot * beat.length) / beat.slots,
      length: beat.length / beat.slots,
    })),
  )
}

/**
 * The felt beat that a tick falls in (the last one for any tick beyond the end).
 * @example beatAt(beats, 6000).beat // => 1
 */
export function beatAt(beats: readonly Beat[], tick: number): Beat {
  let low = 0
  let high = beats.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (beats[middle]!.at <= tick) low = middle
    else high = middle - 1
  }
  return beats[low]!
}

/**
 * A tick as a place on the slots, whole on a slot and a fraction between two:
 * with four slots a quarter, `slotPlace(beats, 630) // => 0.5`.
 */
export function slotPlace(beats: readonly Beat[], tick: number): number {
  const beat = beatAt(beats, tick)
  return beat.first + ((tick - beat.at) * beat.slots) / beat.length
}

/**
 * The tick of a place on the slots; the inverse of `slotPlace`.
 * @example placeTick(beats, 0.5) // => 630
 */
export function placeTick(beats: readonly Beat[], place: number): number {
  const beat = beats.findLast(one => one.first <= place) ?? beats[0]!
  return beat.at + ((place - beat.first) * beat.length) / beat.slots
}
