import { together } from '#core/edit'
import { type Edit, type Groove, type Part, type Stroke, putStrokes, sayPlace } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { beatsOf, divides } from '#core/time'

/**
 * A comping cell: a short figure placed one by one. `notes` are in thirds of a beat from the beat it is placed on
 * (2 is the swung upbeat, 3 the next beat), with levels.
 */
export interface CompingCell {
  id: string
  name: string
  notes: [third: number, level: Stroke['level']][]
}

export const COMPING_CELLS: readonly CompingCell[] = [
  {
    id: 'short-long',
    name: 'Short and long',
    notes: [
      [0, 2],
      [5, 3],
    ],
  },
  {
    id: 'into-down',
    name: 'Upbeat into downbeat',
    notes: [
      [2, 2],
      [3, 3],
    ],
  },
  {
    id: 'rolling',
    name: 'Three rolling triplets',
    notes: [
      [0, 2],
      [1, 2],
      [2, 3],
    ],
  },
  {
    id: 'pick-up',
    name: 'Two-note pick-up',
    notes: [
      [1, 2],
      [2, 3],
    ],
  },
]

/**
 * Puts a cell into a part at a felt beat (its index through all bars), from its start or from a third of it on. An upbeat falls
 * where the grid has it: on the second eighth, which swing carries to the third triplet, or on that triplet where the beat is cut
 * in three. A second triplet makes its beat a triplet beat; what other parts play on that beat's second eighth goes to the third
 * triplet, where triplet swing sounded it before. Refused where the cell would run past the bars or a beat cannot be cut in three.
 * @example placeCell(groove, part('backbeat'), COMPING_CELLS[0], 0).ok // => true
 */
export function placeCell(
  groove: Groove,
  part: Part,
  cell: CompingCell,
  beatIndex: number,
  piece = 'snare',
  from: 0 | 1 | 2 = 0,
): Result<Edit> {
  const beats = beatsOf(groove.bars)
  if (!beats[beatIndex]) return refuse('There is no such beat in these bars.')
  const notes = cell.notes.map(([third, level]) => ({
    beat: beatIndex + Math.floor((third + from) / 3),
    within: (third + from) % 3,
    level,
  }))
  if (notes.some(note => !beats[note.beat]))
    return refuse(`“${cell.name}” would run past the last bar from there; place it a beat earlier.`)
  const ternary = new Set(beats.flatMap((beat, i) => (beat.slots % 3 === 0 ? [i] : [])))
  const recut = [...new Set(notes.filter(note => note.within === 1 && !ternary.has(note.beat)).map(note => note.beat))]
  if (recut.some(i => !divides(beats[i]!.length, 3))) return refuse('This beat cannot be cut in three.')
  const edits: Edit[] = []
  if (recut.length) {
    const isRecut = (bar: number, beat: number) => recut.some(i => beats[i]!.bar === bar && beats[i]!.beat === beat)
    edits.push({
      type: 'bars',
      bars: groove.bars.map((bar, b) => ({
        ...bar,
        slots: bar.slots.map((slots, i): (typeof bar.slots)[number] => (isRecut(b, i) ? 3 : slots)),
      })),
    })
  }
  for (const i of recut) {
    ternary.add(i)
    const half = beats[i]!.at + beats[i]!.length / 2
    const third = beats[i]!.at + (beats[i]!.length * 2) / 3
    for (const other of groove.parts) {
      const moved = other.id !== part.id && !other.every ? other.strokes.find(stroke => stroke.at === half) : undefined
      if (moved && !other.strokes.some(stroke => stroke.at === third))
        edits.push({ type: 'strokes', partId: other.id, remove: [half], put: [{ ...moved, at: third }] })
    }
  }
  const strokes = notes.map(({ beat, within, level }): Stroke => {
    const { at, length } = beats[beat]!
    return {
      at: within === 2 && !ternary.has(beat) ? at + length / 2 : at + (length * within) / 3,
      piece,
      stroke: 'hit',
      level,
    }
  })
  // What the part had inside the cell gives way to it.
  const last = strokes.at(-1)!.at
  const cleared = part.strokes.filter(
    stroke => stroke.at > strokes[0]!.at && stroke.at < last && !strokes.some(one => one.at === stroke.at),
  )
  const put = putStrokes(part, strokes)
  edits.push(put.type === 'strokes' ? { ...put, remove: [...put.remove, ...cleared.map(stroke => stroke.at)] } : put)
  return ok(together(`${cell.name} on ${sayPlace(groove, beats[beatIndex].at)}`, edits))
}
