import type { Level, Limb, Ornament, StrokeKind } from '#core/kit'
import type { Role } from '#core/groove'
import { type BarTime, type Swing, type Tempo, beatsOf, bestGrid } from '#core/time'

/** A stroke as a file gives it: its place in ticks from the first bar, on a piece of the kit; with its limb, and the part it is of, where the file says so. */
export interface ScoreStroke {
  at: number
  piece: string
  stroke: StrokeKind
  level: Level
  ornament?: Ornament | undefined
  openFor?: number | undefined
  limb?: Limb | undefined
  part?: string | undefined
  role?: Role | undefined
}

/** What a file of somebody else’s holds, whatever its format, before it is cut into grooves: bars, strokes in order, and what was doubtful in it. */
export interface Score {
  title: string
  tempo: Tempo
  /** Tempos of later bars, where they differ. */
  tempos: { bar: number; tempo: Tempo }[]
  swing: Swing | null
  /** Milliseconds that pieces lie behind the others, negative ahead, where somebody played it. */
  push?: Record<string, number>
  /** Swings of pieces that swing otherwise than the rest, where somebody played it. */
  swings?: Record<string, Swing>
  /** How it was played, in words, where it was played and not written. */
  played?: string[]
  bars: BarTime[]
  strokes: ScoreStroke[]
  /** What could not be read or is not certain, each a sentence with its line or bar. */
  doubts: string[]
}

/** More bars than any song has; a file that claims more is not read. */
export const MOST_BARS = 2000
/** More strokes than are read of a file. */
export const MOST_STROKES = 60_000
/** The largest file that is opened, in bytes. */
export const LARGEST_FILE = 16 * 1024 * 1024

/**
 * Why a file is not read that has too many bytes.
 * @example sayTooLarge(20 * 1048576, 'MIDI file') // => 'This MIDI file has 20 MB; up to 16 MB are read.'
 */
export const sayTooLarge = (bytes: number, what = 'file'): string =>
  `This ${what} has ${Math.round(bytes / 1048576)} MB; up to ${LARGEST_FILE / 1048576} MB are read.`

/**
 * Doubts that repeat are said once, with how often: a file of another kind of music would say thousands.
 * @example gathered(['Bar 1: odd.', 'Bar 1: odd.']) // => ['Bar 1: odd. (2 times)']
 */
export function gathered(doubts: readonly string[], most = 40): string[] {
  const many = new Map<string, number>()
  for (const doubt of doubts) many.set(doubt, (many.get(doubt) ?? 0) + 1)
  const said = [...many].map(([doubt, n]) => (n > 1 ? `${doubt} (${n} times)` : doubt))
  return said.length > most ? [...said.slice(0, most), `And ${said.length - most} more like these.`] : said
}

/**
 * Strokes in order, each piece struck once at an instant, or once by each limb that is given: of two the louder stays.
 * @example tidied([{ at: 0, piece: 'snare', stroke: 'hit', level: 3 }, { at: 0, piece: 'snare', stroke: 'hit', level: 5 }]) // => [{ at: 0, piece: 'snare', stroke: 'hit', level: 5 }]
 */
export function tidied(strokes: readonly ScoreStroke[]): ScoreStroke[] {
  const found = new Map<string, ScoreStroke>()
  for (const stroke of strokes) {
    const key = `${stroke.at} ${stroke.piece} ${stroke.limb ?? ''} ${stroke.stroke === 'chick' || stroke.stroke === 'splash' ? 'foot' : 'hand'}`
    const known = found.get(key)
    if (!known || known.level < stroke.level) found.set(key, stroke)
  }
  return [...found.values()].sort((a, b) => a.at - b.at)
}

/** Every stroke on a grid of its felt beat, and bars counted by those grids; how many were not exactly on one is said. @internal */
export function onGrids(
  strokes: readonly ScoreStroke[],
  bars: readonly BarTime[],
  doubts: string[],
): Pick<Score, 'bars' | 'strokes'> {
  const beats = beatsOf(bars)
  const end = beats.at(-1)!.at + beats.at(-1)!.length
  const lists: ScoreStroke[][] = beats.map(() => [])
  let n = 0
  for (const one of strokes.toSorted((a, b) => a.at - b.at)) {
    while (n + 1 < beats.length && beats[n + 1]!.at <= one.at) n++
    lists[n]!.push(one)
  }
  const slots = bars.map(bar => [...bar.slots])
  let moved = 0
  const placed = beats.flatMap((beat, b) => {
    const grid = bestGrid(
      lists[b]!.map(one => one.at - beat.at),
      beat.length,
    )
    slots[beat.bar]![beat.beat] = grid.slots
    if (!grid.exact) moved += lists[b]!.length
    return lists[b]!.map((one, i) => ({ ...one, at: beat.at + (grid.places[i]! * beat.length) / grid.slots }))
  })
  if (moved)
    doubts.push(
      `${moved === 1 ? 'One stroke' : `${moved} strokes`} lay beside the grid and went to the nearest of the beat.`,
    )
  // What is nearest to the end of the last bar has nowhere to go.
  return {
    bars: bars.map((bar, i) => ({ ...bar, slots: slots[i]! })),
    strokes: tidied(placed.filter(one => one.at < end)),
  }
}
