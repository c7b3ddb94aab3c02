import { styleOf } from '../cards'
import { COUNTRY, FUNK, HALF_TIME, HIP_HOP, HOUSE, METAL, ROCK } from './backbeat'
import { BOSSA, REGGAE, SAMBA } from './latin'
import { SHUFFLE, SWING, TWELVE } from './ternary'
import type { Vocabulary, VocabularyLine, VocabularyRow } from './read'

/** The rows that players use, by the styles that share them. */
export const VOCABULARIES: readonly Vocabulary[] = [
  ROCK,
  HALF_TIME,
  FUNK,
  HIP_HOP,
  METAL,
  COUNTRY,
  HOUSE,
  SWING,
  SHUFFLE,
  TWELVE,
  BOSSA,
  SAMBA,
  REGGAE,
]

/**
 * The vocabulary of a style: the first that names it, or for a groove of no style that of rock. Undefined where no player of the style has
 * written one.
 * @example [vocabularyOf('shuffle')?.id, vocabularyOf('')?.id, vocabularyOf('polka')?.id] // => ['shuffle', 'rock', 'rock']
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
  rowStrokesOf,
} from './read'
