import { type Groove, barTicks } from '#core/groove'
import { type Folded, type Phrase, type Round, barsWithin, sayWhen, shortTitle } from '#core/phrase'
import { present } from '#core/present'

/** A bar as the map shows it: which of its section’s bars it is, from 0, what is in it, and what sets it apart. */
export interface MapCell {
  at: number
  groove: Groove
  kind: 'plain' | 'turned' | 'fill' | 'rest'
  says: string
}

/** The piece of a repeat’s bracket over one bar: where it begins and ends, and what it says there; or only the room for one. */
export type Bracket = 'room' | { begins: boolean; ends: boolean; times: string; says: string }

/** Alike rounds of a section as a run of cells, with how many times they are played. */
export interface CellRun {
  key: string
  cells: MapCell[]
  times: number
  /** Its fill is led another way each time. */ afresh: boolean
  /** The first of its bars, counted from 0 within the section, and how many. */ at: number
  bars: number
}

const drawn = new WeakMap<Groove, Map<string, Groove>>()

/** One bar of a round on the phrase’s kit, the same object each time: small lanes are drawn once. */
function cellGroove(round: Groove, within: number, kitId: string): Groove {
  const all = drawn.get(round) ?? new Map<string, Groove>()
  drawn.set(round, all)
  const key = `${within} ${kitId}`
  const known = all.get(key)
  if (known) return known
  const groove = { ...barsWithin(round, within, within + 1), kitId }
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

function cellOf(phrase: Phrase, round: Round, within: number, at: number): MapCell {
  const section = phrase.sections[round.section]!
  const kind = filledIn(round, within) ? 'fill' : round.rest ? 'rest' : round.turned ? 'turned' : 'plain'
  const when = (turn: number | undefined) =>
    turn === undefined || section.times === 1 ? '' : `, ${sayWhen(section.turns[turn]!.when)}`
  const turn = section.turns.findLastIndex(({ put }) => 'groove' in put && put.groove === round.key)
  const says =
    kind === 'fill'
      ? `fill${when(present(round.fill, 'fill').turn)}`
      : kind === 'rest'
        ? 'you'
        : kind === 'turned' && within === 0
          ? `${shortTitle(phrase, round.key)}${when(turn)}`
          : ''
  return { at, groove: cellGroove(round.groove, within, phrase.kitId), kind, says }
}

const sameCell = (a: MapCell, b: MapCell): boolean =>
  a.groove === b.groove && a.kind === b.kind && a.says === b.says && a.at === b.at
const sameRun = (a: CellRun, b: CellRun): boolean =>
  a.key === b.key &&
  a.times === b.times &&
  a.afresh === b.afresh &&
  a.at === b.at &&
  a.cells.length === b.cells.length &&
  a.cells.every((cell, i) => sameCell(cell, b.cells[i]!))

/** The runs of each section; those of a section that is shown as before are the same object as before. */
export const runsOf = (phrase: Phrase, sections: readonly Folded[][], before: readonly CellRun[][] = []): CellRun[][] =>
  sections.map(list => {
    const start = list[0]!.first.firstBar
    const runs = list.map(({ first, rounds }): CellRun => ({
      // By the section and its round, so that cells stay where they are when bars before them come and go.
      key: `${phrase.sections[first.section]!.id} ${first.round}`,
      times: rounds.length,
      afresh: (first.fill?.fill.takes.length ?? 1) > 1,
      at: first.firstBar - start,
      bars: rounds.length * first.bars,
      cells: Array.from({ length: first.bars }, (_, within) =>
        cellOf(phrase, first, within, first.firstBar - start + within),
      ),
    }))
    return before.find(old => old.length === runs.length && old.every((run, i) => sameRun(run, runs[i]!))) ?? runs
  })

/** The cell that stands for a bar of the section, where rounds are folded: `shownFor(run of two bars played three times from 4, 7) // => 5` */
export const shownFor = (run: CellRun, at: number): number => run.at + ((at - run.at) % run.cells.length)
