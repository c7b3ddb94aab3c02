import { styleOf } from '../cards'
import { COUNTRY, FUNK, HALF_TIME, HIP_HOP, HOUSE, METAL, ROCK, TRAP } from './backbeat'
import { CUMBIA, MAMBO, MERENGUE, SOCA, SONGO } from './caribbean'
import { BOSSA, REGGAE, SAMBA } from './latin'
import { FIVE, NINE, SEVEN, SEVEN_LONG_FIRST } from './odd'
import { AFROBEAT, DOUBLE_TIME, DRUM_AND_BASS, IN_TWO, MARCH_IN_SIX, PUNK, STREET } from './street'
import { HALF_TIME_SHUFFLE, LONG_BELL, SHUFFLE, SIX, SWING, TWELVE } from './ternary'
import { BRUSHED, JAZZ_WALTZ, SLOW_WALTZ } from './waltz'
import type { Vocabulary, VocabularyLine, VocabularyRow } from './read'

/** The rows that players use, by the styles that share them. */
export const VOCABULARIES: readonly Vocabulary[] = [
  ROCK,
  HALF_TIME,
  FUNK,
  HIP_HOP,
  TRAP,
  METAL,
  COUNTRY,
  HOUSE,
  SWING,
  BRUSHED,
  SHUFFLE,
  TWELVE,
  BOSSA,
  SAMBA,
  REGGAE,
  MAMBO,
  SONGO,
  SOCA,
  MERENGUE,
  CUMBIA,
  AFROBEAT,
  STREET,
  MARCH_IN_SIX,
  IN_TWO,
  DOUBLE_TIME,
  PUNK,
  DRUM_AND_BASS,
  HALF_TIME_SHUFFLE,
  SIX,
  LONG_BELL,
  JAZZ_WALTZ,
  SLOW_WALTZ,
  FIVE,
  SEVEN,
  SEVEN_LONG_FIRST,
  NINE,
]

/**
 * The vocabulary of a style: the first that names it, or for a groove of no style that of rock. Undefined where no player of the style has
 * written one.
 * @example [vocabularyOf('shuffle')?.id, vocabularyOf('')?.id, vocabularyOf('soul')?.id] // => ['shuffle', 'rock', 'rock']
 */
export function vocabularyOf(style: string): Vocabulary | undefined {
  return styleOf(style) ? VOCABULARIES.find(one => one.styles.includes(style)) : ROCK
}

/**
 * The rows of a style for one line at a tempo in quarters a minute.
 * @example rowsFor('rock-eighths', 'fill', 100).length > 8 // => true
 */
export function rowsFor(style: string, line: VocabularyLine, quarters: number): readonly VocabularyRow[] {
  const own = vocabularyOf(style)
  return (own?.rows ?? []).filter(row => row.line === line && quarters >= row.tempo.from && quarters <= row.tempo.to)
}

export {
  type LetterStroke,
  type Vocabulary,
  type VocabularyLine,
  type VocabularyRow,
  LETTERS,
  LINES,
  letterTicks,
  lettersInBar,
  rowStrokesOf,
} from './read'
