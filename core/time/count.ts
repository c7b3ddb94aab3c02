import { type BarTime, type Beat, beatAt, beatsOf } from './grid'
import { isDotted } from './eighths'
import { type Meter, beatTicks, isCompound } from './meter'
import { noteName } from './notes'
import { ordinal } from './ordinal'

/**
 * The two schools of counting, the ways to say a triplet under numbers, and those of meters in dotted beats: their eighths
 * numbered on, or n & a by felt beats; as is usual, 12/8 by felt beats, 6/8 and 9/8 numbered on.
 */
export interface Counting {
  school: 'numbers' | 'syllables'
  triplet: '& a' | 'trip let'
  dotted?: 'usual' | 'eighths' | 'beats'
  /** What the bars at hand are numbered where they are some of more: the third and fourth of a song are 3 and 4. */
  bars?: readonly number[]
}

/**
 * The number of a bar, counted from 0 among those at hand: from 1, or as they are numbered where they are some of more.
 * @example [barNumber(1), barNumber(1, { ...NUMBERS, bars: [7, 8] })] // => [2, 8]
 */
export const barNumber = (bar: number, counting?: Counting): number => counting?.bars?.[bar] ?? bar + 1

/** Whether a player numbers the eighths of a meter on through its felt beats of `slots` slots. @internal */
function numberedOn(meter: Meter, slots: number, { dotted = 'usual' }: Counting = NUMBERS): boolean {
  if (!isCompound(meter) || (slots !== 3 && slots !== 6) || dotted === 'beats') return false
  return dotted === 'eighths' || slots === 6 || meter.count < 12
}

export const NUMBERS: Counting = { school: 'numbers', triplet: '& a' }

const SYLLABLES: Record<number, string[]> = {
  1: ['ta'],
  2: ['ta', 'di'],
  3: ['ta', 'ki', 'da'],
  4: ['ta', 'ka', 'di', 'mi'],
  5: ['ta', 'ka', 'ta', 'ki', 'ta'],
  6: ['ta', 'va', 'ki', 'di', 'da', 'ma'],
  7: ['ta', 'ka', 'di', 'mi', 'ta', 'ki', 'ta'],
}

const AFTER_NUMBER: Record<number, string[]> = {
  1: [],
  2: ['&'],
  3: ['&', 'a'],
  4: ['e', '&', 'a'],
  6: ['trip', 'let', '&', 'trip', 'let'],
}

const dots = (first: string, slots: number): string[] => [first, ...Array<string>(slots - 1).fill('·')]

/**
 * What a player says on each slot of one felt beat: `countBeat(2, 4) // => ['2', 'e', '&', 'a']`.
 * In a `meter` of dotted beats that is numbered on, three or six slots count the bar's eighths:
 * `countBeat(2, 3, NUMBERS, meter(6, 8)) // => ['4', '5', '6']`.
 */
export function countBeat(beat: number, slots: number, counting: Counting = NUMBERS, meter?: Meter): string[] {
  if (counting.school === 'syllables') return SYLLABLES[slots] ?? dots('ta', slots)
  if (meter && numberedOn(meter, slots, counting)) {
    const eighths = [0, 1, 2].map(i => String((beat - 1) * 3 + 1 + i))
    return slots === 3 ? eighths : eighths.flatMap(eighth => [eighth, '&'])
  }
  const number = String(beat)
  // The eighths of a long beat keep their words where sixteenths come between them.
  if (slots === 6 && meter && isDotted(beatTicks(meter)[beat - 1]!)) return [number, '·', '&', '·', 'a', '·']
  if (slots === 3 && counting.triplet === 'trip let') return [number, 'trip', 'let']
  const after = AFTER_NUMBER[slots]
  return after ? [number, ...after] : dots(number, slots)
}

/**
 * The counts of a whole line of bars, one for each slot, in order.
 * @example countSlots(bars) // => ['1', 'e', '&', 'a', '2', 'e', '&', 'a', '3', 'e', '&', 'a', '4', 'e', '&', 'a']
 */
export const countSlots = (bars: readonly BarTime[], counting: Counting = NUMBERS): string[] =>
  bars.flatMap(bar => bar.slots.flatMap((slots, beat) => countBeat(beat + 1, slots, counting, bar.meter)))

/**
 * Names a tick as a player would: `'2'` on a beat, `'e of 3'` within it, `'just after e of 3'` off the grid.
 * In a compound meter the running number says it all: `'5'`. `bar` is added by the caller where it matters.
 * @example sayTick(bars, 7560) // => '& of 2'
 */
export function sayTick(
  bars: readonly BarTime[],
  tick: number,
  counting: Counting = NUMBERS,
  beats = beatsOf(bars),
): string {
  const beat = beatAt(beats, tick)
  const place = ((tick - beat.at) * beat.slots) / beat.length
  const said = saySlot(bars, beat, Math.floor(place), counting)
  return Number.isInteger(place) ? said : `just after ${said}`
}

function saySlot(bars: readonly BarTime[], beat: Beat, slot: number, counting: Counting): string {
  const number = String(beat.beat + 1)
  const { meter } = bars[beat.bar]!
  const words = countBeat(beat.beat + 1, beat.slots, counting, meter)
  if (slot === 0) return counting.school === 'syllables' ? number : words[0]!
  const word = words[slot]!
  if (/^\d+$/.test(word)) return word
  if (word === '&' && numberedOn(meter, beat.slots, counting)) return `& of ${words[slot - 1]}`
  if (word === '·') return sayDot(beat, slot, one => saySlot(bars, { ...beat, ...one }, one.slot, counting))
  if (words.indexOf(word) === slot) return `${word} of ${number}`
  // The second half of six goes on from its &; what is counted alike within five or seven has only its place.
  return beat.slots === 6 ? `${word} after & of ${number}` : sayNth(beat, slot)
}

/** `'second of five in 3'` */
const sayNth = ({ beat, slots }: Beat, slot: number): string =>
  `${ordinal(slot + 1)} of ${COUNT_WORDS[slots] ?? slots} in ${beat + 1}`
const COUNT_WORDS: Readonly<Record<number, string>> = { 5: 'five', 7: 'seven', 8: 'eight', 10: 'ten', 12: 'twelve' }

/**
 * A slot that has no word of its own, by where it lies: as the slot of a coarser grid that it also is, as the note after one that has a
 * name, or else by its place.
 */
function sayDot(beat: Beat, slot: number, say: (one: { slots: number; slot: number }) => string): string {
  const { slots, length } = beat
  for (const coarser of isDotted(length) ? [3, 6] : [4, 6]) {
    const place = (slot * coarser) / slots
    if (slots > coarser && slots % coarser === 0 && Number.isInteger(place)) return say({ slots: coarser, slot: place })
  }
  const note = noteName(length / slots)
  return note && (slots === 6 || slots === 8) ? `${note} after ${say({ slots, slot: slot - 1 })}` : sayNth(beat, slot)
}
