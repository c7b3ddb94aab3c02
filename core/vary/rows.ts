import type { Groove } from '#core/groove'
import { type VocabularyLine, type VocabularyRow, lettersInBar, rowsFor, vocabularyOf } from '#core/style'
import { convertTempo } from '#core/time'

const found = new WeakMap<Groove['bars'], Map<string, readonly VocabularyRow[]>>()

/**
 * The rows that players of a groove's style use for a line, at its tempo and in its bars; none in bars of another meter. A search asks thousands of
 * times: they are remembered with the bars.
 * @example rowsHere(groove, 'turnaround').length // => 4
 */
export function rowsHere(
  groove: Pick<Groove, 'style' | 'bars' | 'tempo'>,
  line: VocabularyLine,
): readonly VocabularyRow[] {
  const { style, bars, tempo } = groove
  const known = found.get(bars) ?? new Map<string, readonly VocabularyRow[]>()
  found.set(bars, known)
  const key = `${style} ${line} ${tempo.bpm} ${tempo.counts}`
  const rows = known.get(key) ?? looked(groove, line)
  known.set(key, rows)
  return rows
}

function looked(
  { style, bars, tempo }: Pick<Groove, 'style' | 'bars' | 'tempo'>,
  line: VocabularyLine,
): VocabularyRow[] {
  const own = vocabularyOf(style)
  const alike = ({ meter }: Groove['bars'][number]) =>
    meter.count === own?.meter.count && meter.unit === own.meter.unit && meter.groups.join() === own.meter.groups.join()
  if (!own || !bars.every(alike)) return []
  const rows = rowsFor(style, line, convertTempo(tempo, '1/4').bpm)
  // A row of more bars than there are would lose its answer.
  const bar = lettersInBar(own)
  return rows.filter(({ row }) => row.length / bar <= bars.length && bars.length % (row.length / bar) === 0)
}
