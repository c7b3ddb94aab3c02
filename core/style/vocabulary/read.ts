import type { Level, StrokeKind } from '#core/kit'
import { type Meter, beatTicks, meterTicks } from '#core/time'

/** What a row is for: a bass-drum bar, strokes of the hand beside the lead, the lead itself, a fill, or a bar that rounds four off. */
export const LINES = ['bass drum', 'beside', 'lead', 'fill', 'turnaround'] as const
export type VocabularyLine = (typeof LINES)[number]

/** Where in a phrase a row belongs. */
export const PLACES_OF_ROWS = ['any', 'bar 2', 'bar 4', 'section'] as const
export type RowPlace = (typeof PLACES_OF_ROWS)[number]

/** One row as players of a style use it. */
export interface VocabularyRow {
  line: VocabularyLine
  /** A letter a slot, whole bars of them; see `LETTERS`. */
  row: string
  /** In quarters a minute. */
  tempo: { from: number; to: number }
  place: RowPlace
  /** How often it is played beside the others, 1 for the usual. */
  weight: number
}

/** The rows of some styles that share them, on one grid. */
export interface Vocabulary {
  id: string
  /** The ids of the styles, first those it is written for. */
  styles: readonly string[]
  meter: Meter
  /** Slots in the first felt beat; all of a bar are as long as these. */
  slots: number
  rows: readonly VocabularyRow[]
}

/**
 * Ticks of one letter of a vocabulary’s rows.
 * @example letterTicks({ meter: meter(4, 4), slots: 4 }) // => 1260
 */
export const letterTicks = ({ meter, slots }: Pick<Vocabulary, 'meter' | 'slots'>): number =>
  beatTicks(meter)[0]! / slots

/**
 * Letters of a bar of a vocabulary’s rows.
 * @example lettersInBar({ meter: meter(7, 8), slots: 2 }) // => 7
 */
export const lettersInBar = (of: Pick<Vocabulary, 'meter' | 'slots'>): number => meterTicks(of.meter) / letterTicks(of)

/** Who strikes what a letter says: the lead hand, the other hand, either of them in turn, or the foot of the bass drum. */
type Striker = 'lead' | 'other' | 'hands' | 'foot'

interface Letter {
  who: Striker
  piece: string
  stroke: StrokeKind
  level: Level
}
const snare = (level: Level, stroke: StrokeKind = 'hit'): Letter => ({ who: 'hands', piece: 'snare', stroke, level })
const drum = (piece: string): Letter => ({ who: 'hands', piece, stroke: 'hit', level: 4 })
const time = (piece: string, level: Level, stroke: StrokeKind = 'hit'): Letter => ({
  who: 'lead',
  piece,
  stroke,
  level,
})

/** What the letters of a row mean; a point is a rest, and a hyphen leaves what goes on as it is. */
export const LETTERS: Readonly<Record<string, Letter>> = {
  B: { who: 'foot', piece: 'bass drum', stroke: 'hit', level: 4 },
  k: { who: 'foot', piece: 'bass drum', stroke: 'hit', level: 1 },
  S: snare(4),
  s: snare(2),
  g: snare(1),
  x: snare(3, 'cross-stick'),
  h: time('hi-hat', 3),
  H: time('hi-hat', 4),
  o: time('hi-hat', 4, 'open'),
  r: time('ride', 3),
  b: time('ride', 4, 'bell'),
  N: time('china', 4),
  t: time('snare', 3, 'tap'),
  w: { who: 'other', piece: 'snare', stroke: 'sweep', level: 2 },
  T: drum('high tom'),
  M: drum('mid tom'),
  F: drum('floor tom'),
}

/** Lines by the word they are written with. */
const WRITTEN: Readonly<Record<string, VocabularyLine>> = {
  bass: 'bass drum',
  beside: 'beside',
  lead: 'lead',
  fill: 'fill',
  turn: 'turnaround',
}
const PLACES: Readonly<Record<string, RowPlace>> = { bar2: 'bar 2', bar4: 'bar 4', section: 'section' }

/**
 * A vocabulary from its rows as text: a line is a word and its rows, and after a row `@110-140` its tempos, `@bar2`, `@bar4` or `@section` its
 * place, `*2` its weight. What can't be read throws: these are our own data.
 * @example vocabulary({ id: 'v', styles: [], meter: meter(4, 4), slots: 4, tempo: [70, 140] }, 'bass B.......B.......@bar2*2').rows[0].weight // => 2
 */
export function vocabulary(
  { tempo, ...of }: Omit<Vocabulary, 'rows'> & { tempo: readonly [from: number, to: number] },
  text: string,
): Vocabulary {
  const [from, to] = tempo
  const perBar = lettersInBar(of)
  const rows = text
    .trim()
    .split('\n')
    .flatMap(line => {
      const [word, ...written] = line.trim().split(/\s+/)
      const kind = WRITTEN[word!]
      if (!kind) throw new Error(`“${word}” is no line of a vocabulary.`)
      return written.map((one): VocabularyRow => {
        const read = /^([^@*]+)((?:@[\w-]+)*)(?:\*([\d.]+))?$/.exec(one)
        const row = read?.[1] ?? ''
        if (!read || [...row].some(letter => letter !== '.' && letter !== '-' && !LETTERS[letter]))
          throw new Error(`“${one}” has a letter that means nothing.`)
        if (row.length % perBar) throw new Error(`“${row}” is no whole number of bars of ${perBar} slots.`)
        const marks = read[2]!.split('@').filter(Boolean)
        const range = marks.map(mark => /^(\d+)-(\d+)$/.exec(mark)).find(Boolean)
        const place = marks.map(mark => PLACES[mark]).find(Boolean)
        return {
          line: kind,
          row,
          tempo: range ? { from: Number(range[1]), to: Number(range[2]) } : { from, to },
          place: place ?? 'any',
          weight: Number(read[3] ?? 1),
        }
      })
    })
  return { ...of, rows }
}

/** One stroke of a row: its place in ticks from the row's start, and what its letter means. */
export interface LetterStroke extends Letter {
  at: number
}

/**
 * The strokes of a row, and how many ticks at its start it leaves to what goes on.
 * @example rowStrokesOf(vocabulary({ id: 'v', styles: [], meter: meter(4, 4), slots: 4, tempo: [70, 140] }, 'fill ------------SSFF').rows[0], meter(4, 4), 4).begins // => 15120
 */
export function rowStrokesOf(
  { row }: Pick<VocabularyRow, 'row'>,
  meter: Meter,
  slots: number,
): { begins: number; ticks: number; strokes: LetterStroke[] } {
  const ticks = letterTicks({ meter, slots })
  const from = [...row].findIndex(letter => letter !== '-')
  return {
    begins: Math.max(0, from) * ticks,
    ticks: row.length * ticks,
    strokes: [...row].flatMap((letter, slot) => (LETTERS[letter] ? [{ ...LETTERS[letter], at: slot * ticks }] : [])),
  }
}
