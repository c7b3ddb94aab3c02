import { type BarTime, type Beat, beatAt, beatsOf } from './grid'
import { isCompound } from './meter'

/** The two schools of counting, and the three ways to say a triplet under numbers. */
export interface Counting { school: 'numbers' | 'syllables', triplet: '& a' | 'trip let' }

export const NUMBERS: Counting = { school: 'numbers', triplet: '& a' }

const SYLLABLES: Record<number, string[]> = {
  1: ['ta'],
  2: ['ta', 'di'],
  3: ['ta', 'ki', 'da'],
  4: ['ta', 'ka', 'di', 'mi'],
  6: ['ta', 'va', 'ki', 'di', 'da', 'ma'],
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
 * `compound` beats (dotted quarters) of three or six slots number the bar's eighths on:
 * `countBeat(2, 3, NUMBERS, true) // => ['4', '5', '6']`.
 */
export function countBeat(beat: number, slots: number, counting: Counting = NUMBERS, compound = false): string[] {
  if (counting.school === 'syllables') return SYLLABLES[slots] ?? dots('ta', slots)
  if (compound && (slots === 3 || slots === 6)) {
    const eighths = [0, 1, 2].map(i => String((beat - 1) * 3 + 1 + i))
    return slots === 3 ? eighths : eighths.flatMap(eighth => [eighth, '&'])
  }
  const number = String(beat)
  if (slots === 3 && counting.triplet === 'trip let') return [number, 'trip', 'let']
  const after = AFTER_NUMBER[slots]
  return after ? [number, ...after] : dots(number, slots)
}

/** The counts of a whole line of bars, one for each slot, in order. */
export const countSlots = (bars: readonly BarTime[], counting: Counting = NUMBERS): string[] =>
  bars.flatMap(bar => bar.slots.flatMap((slots, beat) => countBeat(beat + 1, slots, counting, isCompound(bar.meter))))

/**
 * Names a tick as a player would: `'2'` on a beat, `'e of 3'` within it, `'just after e of 3'` off the grid.
 * In a compound meter the running number says it all: `'5'`. `bar` is added by the caller where it matters.
 */
export function sayTick(bars: readonly BarTime[], tick: number, counting: Counting = NUMBERS, beats = beatsOf(bars)): string {
  const beat = beatAt(beats, tick)
  const place = (tick - beat.at) * beat.slots / beat.length
  const said = saySlot(bars, beat, Math.floor(place), counting)
  return Number.isInteger(place) ? said : `just after ${said}`
}

function saySlot(bars: readonly BarTime[], beat: Beat, slot: number, counting: Counting): string {
  const number = String(beat.beat + 1)
  const compound = isCompound(bars[beat.bar]!.meter)
  const words = countBeat(beat.beat + 1, beat.slots, counting, compound)
  if (slot === 0) return counting.school === 'syllables' ? number : words[0]!
  const word = words[slot]!
  if (/^\d+$/.test(word)) return word
  if (compound && word === '&') return `& of ${words[slot - 1]}`
  // Where a word comes twice in a beat, or is only a dot, its place in the beat is the clear name.
  const unclear = word === '·' || words.indexOf(word) !== words.lastIndexOf(word)
  return unclear ? `${slot + 1} of ${beat.slots} in ${number}` : `${word} of ${number}`
}
