import { type Edit, type Groove, type Part, type Stroke, putStrokes, together } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { barStarts, beatsOf, divides } from '#core/time'

/**
 * A comping cell: a short figure placed one by one. `notes` are in thirds of a beat from the beat it is placed on
 * (2 is the swung upbeat, 3 the next beat), with levels; a `rolling` cell needs all three.
 */
export interface Cell { id: string, name: string, notes: [third: number, level: Stroke['level']][], rolling: boolean }

export const CELLS: readonly Cell[] = [
  { id: 'short-long', name: 'Short and long', notes: [[0, 2], [5, 3]], rolling: false },
  { id: 'into-down', name: 'Upbeat into downbeat', notes: [[2, 2], [3, 3]], rolling: false },
  { id: 'rolling', name: 'Three rolling triplets', notes: [[0, 2], [1, 2], [2, 3]], rolling: true },
  { id: 'pick-up', name: 'Two-note pick-up', notes: [[1, 2], [2, 3]], rolling: true },
]

/**
 * Puts a cell into a part at a felt beat (its index through all bars). An upbeat falls where the grid has it: on the
 * second eighth, which swing carries to the third triplet, or on that triplet where the beat is cut in three. A
 * rolling cell makes its beat a triplet beat; what other parts play on that beat's second eighth goes to the third
 * triplet, where triplet swing sounded it before. Refused where the cell would run past the bars or a beat cannot be
 * cut in three.
 */
export function placeCell(groove: Groove, part: Part, cell: Cell, beatIndex: number, piece = 'snare'): Result<Edit> {
  const beats = beatsOf(groove.bars)
  const edits: Edit[] = []
  const strokes: Stroke[] = []
  const beat = beats[beatIndex]
  if (!beat) return refuse('There is no such beat in these bars.')
  const ternary = new Set(beats.filter(one => one.slots % 3 === 0).map(one => one.at))
  if (cell.rolling && !ternary.has(beat.at)) {
    if (!divides(beat.length, 3)) return refuse('This beat cannot be cut in three.')
    const inBar = beatIndex - beats.findIndex(one => one.bar === beat.bar)
    edits.push({ type: 'bars', bars: groove.bars.map((bar, b) => (b === beat.bar ? { ...bar, slots: bar.slots.with(inBar, 3) } : bar)) })
    ternary.add(beat.at)
    const half = beat.at + beat.length / 2
    const third = beat.at + beat.length * 2 / 3
    for (const other of groove.parts) {
      const moved = other.id !== part.id && !other.every ? other.strokes.find(stroke => stroke.at === half) : undefined
      if (moved && !other.strokes.some(stroke => stroke.at === third)) edits.push({ type: 'strokes', partId: other.id, remove: [half], put: [{ ...moved, at: third }] })
    }
  }
  for (const [third, level] of cell.notes) {
    const target = beats[beatIndex + Math.floor(third / 3)]
    if (!target) return refuse(`“${cell.name}” would run past the last bar from there; place it a beat earlier.`)
    const within = third % 3
    const at = within === 2 && !ternary.has(target.at) ? target.at + target.length / 2 : target.at + target.length * within / 3
    strokes.push({ at, piece, stroke: 'hit', level })
  }
  // What the part had inside the cell gives way to it.
  const last = strokes.at(-1)!.at
  const cleared = part.strokes.filter(stroke => stroke.at > strokes[0]!.at && stroke.at < last && !strokes.some(one => one.at === stroke.at))
  const put = putStrokes(part, strokes)
  edits.push(put.type === 'strokes' ? { ...put, remove: [...put.remove, ...cleared.map(stroke => stroke.at)] } : put)
  const bar = barStarts(groove.bars).findLastIndex(start => start <= beat.at)
  return ok(together(`${cell.name} on ${beat.beat + 1}${groove.bars.length > 1 ? ` of bar ${bar + 1}` : ''}`, edits))
}
