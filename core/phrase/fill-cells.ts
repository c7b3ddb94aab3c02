import type { FillGround } from './fill-ground'
import { letterTicks, rowsFor, vocabularyOf } from '#core/style'
import { beatTicks, convertTempo } from '#core/time'

/** A row that a fill can be made of: its letters, the slots of a felt beat they run on, or null for those of the bars, how usual it is, 1 for the most, and whether the vocabulary has it as it stands. */
export interface FillCell {
  text: string
  grid: number | null
  weight: number
  own: boolean
}

const DRUMS = /[STMF]/g
const LOUD_SNARE = /S/g

/** Other ways to play a row, as players turn what they know: the same rhythm on other drums, or with a breath at its start. */
function turned(text: string): string[] {
  const drums = text.match(DRUMS) ?? []
  const onOne = drums.every(one => one === 'S')
  const third = Math.ceil((text.match(LOUD_SNARE) ?? []).length / 2)
  const down = () => {
    let n = 0
    return text.replace(LOUD_SNARE, sign => (n++ < third ? sign : 'F'))
  }
  const variants = [
    ...(onOne && drums.length >= 2 ? [down()] : []),
    ...(!onOne && drums.length >= 3 ? [text.replace(DRUMS, 'S')] : []),
    ...(/^[STMF]{3}/.test(text) ? [`.${text.slice(1)}`] : []),
    ...(/[STMF]{2}$/.test(text) && text.length >= 4 ? [`${text.slice(0, -1)}B`] : []),
  ]
  return variants.filter(one => one !== text)
}

/** A search asks for them at each trial: they are remembered with the round. */
const found = new WeakMap<FillGround['round'], Map<string, readonly FillCell[]>>()

/**
 * The rows of the groove’s style that last as long as a fill’s stretch: as they are, as players turn them, and two shorter ones after each other where
 * none is long enough. None where the felt beats are not those of the vocabulary.
 * @example cellsFor(fillGround, 5040).map(cell => cell.text).includes('SSFF') // => true
 */
export function cellsFor({ round, tempo }: Pick<FillGround, 'round' | 'tempo'>, length: number): readonly FillCell[] {
  const known = found.get(round) ?? new Map<string, readonly FillCell[]>()
  found.set(round, known)
  const key = `${tempo.bpm} ${tempo.counts} ${length}`
  const cells = known.get(key) ?? lookedUp({ round, tempo }, length)
  known.set(key, cells)
  return cells
}

function lookedUp({ round, tempo }: Pick<FillGround, 'round' | 'tempo'>, length: number): FillCell[] {
  const own = vocabularyOf(round.style)
  if (!own) return []
  const { meter, slots: cut } = round.bars[0]!
  const [felt, beats] = [beatTicks(own.meter), beatTicks(meter)]
  const ticks = letterTicks(own)
  const even = [...felt, ...beats].every(one => one === felt[0])
  // Beats of different lengths have no one grid: their rows run on that of the bars, where it is the rows’ own.
  const asWritten = felt.join() === beats.join() && beats.every((one, i) => one === cut[i]! * ticks)
  if (!(even || asWritten) || length % ticks) return []
  const grid = even ? own.slots : null
  const slots = length / ticks
  const all = rowsFor(round.style, 'fill', convertTempo(tempo, '1/4').bpm).map(({ row, weight }) => ({
    text: row.replace(/^-+/, ''),
    weight,
  }))
  const whole = all.filter(({ text }) => text.length === slots)
  const halves = all.filter(({ text }) => text.length * 2 === slots)
  const written = whole.length
    ? whole
    : halves.flatMap(({ text, weight }, i) =>
        halves.flatMap((other, k) =>
          k === i || k === (i + 1) % halves.length ? [{ text: text + other.text, weight }] : [],
        ),
      )
  const known = new Set<string>()
  const fresh = (text: string) => !known.has(text) && !!known.add(text)
  const first = written.filter(({ text }) => fresh(text)).map(one => ({ ...one, grid, own: true }))
  const more = first.flatMap(({ text, weight }) =>
    turned(text)
      .filter(fresh)
      .map(other => ({ text: other, weight: weight / 2, grid, own: false })),
  )
  return [...first, ...more]
}
