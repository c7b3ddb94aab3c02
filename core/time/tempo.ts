import { TICKS_PER_QUARTER } from './ticks'

/** Note values a tempo may be counted in; a dot makes a value half as long again. */
export const NOTE_VALUES = ['1/2', '1/2.', '1/4', '1/4.', '1/8', '1/8.', '1/16'] as const
export type NoteValue = (typeof NOTE_VALUES)[number]

/** A tempo: `bpm` of the note value `counts` in a minute. */
export interface Tempo {
  bpm: number
  counts: NoteValue
}

export const TEMPO_RANGE = { least: 20, most: 400 } as const

const NAMES: Record<NoteValue, string> = {
  '1/2': 'halves',
  '1/2.': 'dotted halves',
  '1/4': 'quarters',
  '1/4.': 'dotted quarters',
  '1/8': 'eighths',
  '1/8.': 'dotted eighths',
  '1/16': 'sixteenths',
}

/** `sayNoteValue('1/4.') // => 'dotted quarters'` */
export const sayNoteValue = (value: NoteValue): string => NAMES[value]

const ONE: Record<NoteValue, string> = {
  '1/2': 'half note',
  '1/2.': 'dotted half',
  '1/4': 'quarter',
  '1/4.': 'dotted quarter',
  '1/8': 'eighth',
  '1/8.': 'dotted eighth',
  '1/16': 'sixteenth',
}

/** A tempo in words, where a note cannot be drawn: `sayTempo({ bpm: 64, counts: '1/4.' }) // => 'dotted quarter = 64'`. */
export const sayTempo = ({ bpm, counts }: Tempo): string => `${ONE[counts]} = ${Math.round(bpm)}`

/** Length of a note value in ticks: `valueTicks('1/4.') // => 7560`. */
function valueTicks(value: NoteValue): number {
  const unit = Number(value.replace('.', '').split('/')[1])
  const plain = (4 * TICKS_PER_QUARTER) / unit
  return value.endsWith('.') ? (plain * 3) / 2 : plain
}

/** The same tempo counted in another value: `convertTempo({ bpm: 120, counts: '1/4' }, '1/8').bpm // => 240`. */
export const convertTempo = (tempo: Tempo, counts: NoteValue): Tempo => ({
  bpm: (tempo.bpm * valueTicks(tempo.counts)) / valueTicks(counts),
  counts,
})

/**
 * Seconds in one tick.
 * @example tickSeconds({ bpm: 60, counts: '1/4' }) * 5040 // => 1
 */
export const tickSeconds = (tempo: Tempo): number => 60 / (tempo.bpm * valueTicks(tempo.counts))

/**
 * The tempo tapped by a player: the mean gap of taps (ms, oldest first), in beats a minute, whole.
 * Only the last eight taps count, and a pause of over two seconds starts the count again; undefined before two taps.
 * @example tappedBpm([0, 500, 1000, 1500]) // => 120
 */
export function tappedBpm(taps: readonly number[]): number | undefined {
  const pause = taps.findLastIndex((tap, i) => i > 0 && tap - taps[i - 1]! > 2000)
  const run = taps.slice(Math.max(pause, 0)).slice(-8)
  if (run.length < 2) return undefined
  const gap = (run[run.length - 1]! - run[0]!) / (run.length - 1)
  return Math.round(Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, 60000 / gap)))
}
