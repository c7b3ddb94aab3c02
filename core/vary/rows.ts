import type { Groove } from '#core/groove'
import { type VocabularyLine, type VocabularyRow, rowsFor, vocabularyOf } from '#core/style'
import { convertTempo } from '#core/time'

/** The rows that players of a groove's style use for a line, at its tempo and in its bars; none in bars of another meter. @internal */
export function rowsHere(
  { style, bars, tempo }: Pick<Groove, 'style' | 'bars' | 'tempo'>,
  line: VocabularyLine,
): readonly VocabularyRow[] {
  const own = vocabularyOf(style)
  if (!own || bars.some(({ meter }) => meter.count !== own.meter.count || meter.unit !== own.meter.unit)) return []
  const rows = rowsFor(style, line, convertTempo(tempo, '1/4').bpm)
  // A row of more bars than there are would lose its answer.
  const bar = own.meter.groups.length * own.slots
  return rows.filter(({ row }) => row.length / bar <= bars.length && bars.length % (row.length / bar) === 0)
}
