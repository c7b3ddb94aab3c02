import { type Groove, barTicks } from '#core/groove'
import { type Folded, type Phrase, type PhraseBar, type Round, barsOf, sayWhen, shortTitle } from '#core/phrase'

/** A bar as the map shows it: what stands in it, its number, and what sets it apart. */
export interface Cell { bar: number, groove: Groove, kind: 'plain' | 'turned' | 'fill' | 'rest', says: string }

/** Alike rounds of a section as a run of cells, with how many times they are played. */
export interface Run { key: string, cells: Cell[], times: number, /** Its bars, counted from 0: the first of them and how many. */ firstBar: number, bars: number }

const drawn = new WeakMap<Groove, Map<string, Groove>>()

/** One bar of a round on the phrase’s kit, the same object each time: small lanes are drawn once. */
export function cellGroove(round: Groove, within: number, kitId: string): Groove {
  const all = drawn.get(round) ?? new Map<string, Groove>()
  drawn.set(round, all)
  const key = `${within} ${kitId}`
  const known = all.get(key)
  if (known) return known
  const groove = { ...barsOf(round, within, within + 1), kitId }
  all.set(key, groove)
  return groove
}

/** Whether a fill sounds in a bar of its round. */
function filledIn({ fill, groove }: Round, within: number): boolean {
  if (!fill) return false
  const bars = groove.bars.map(barTicks)
  const from = bars.slice(0, within).reduce((sum, ticks) => sum + ticks, 0)
  return fill.fill.from < from + bars[within]! && fill.fill.from + fill.fill.length > from
}

function cellOf(phrase: Phrase, round: Round, within: number): Cell {
  const section = phrase.sections[round.section]!
  const kind = filledIn(round, within) ? 'fill' : round.rest ? 'rest' : round.turned ? 'turned' : 'plain'
  const when = (turn: number | undefined) => (turn === undefined || section.times === 1 ? '' : `, ${sayWhen(section.turns[turn]!.when)}`)
  const turn = section.turns.findLastIndex(({ put }) => 'groove' in put && put.groove === round.key)
  const says = kind === 'fill' ? `fill${when(round.fill!.turn)}` : kind === 'rest' ? 'you' : kind === 'turned' && within === 0 ? `${shortTitle(phrase, round.key)}${when(turn)}` : ''
  return { bar: round.firstBar + within, groove: cellGroove(round.groove, within, phrase.kitId), kind, says }
}

/** The runs of each section. */
export const runsOf = (phrase: Phrase, sections: readonly Folded[][]): Run[][] => sections.map(list => list.map(({ first, rounds }) => ({
  key: `${first.section} ${first.round}`, times: rounds.length, firstBar: first.firstBar, bars: rounds.length * first.bars,
  cells: Array.from({ length: first.bars }, (_, within) => cellOf(phrase, first, within)),
})))

/** The cell that stands for a bar, where rounds are folded: `shownFor(run of two bars played three times from bar 5, 8) // => 6` */
export const shownFor = (run: Run, bar: number): number => run.firstBar + (bar - run.firstBar) % run.cells.length

/** The bar of a list by its number, or the last there is. */
export const barAt = (bars: readonly PhraseBar[], bar: number): PhraseBar | undefined => bars[Math.min(bar, bars.length - 1)]
