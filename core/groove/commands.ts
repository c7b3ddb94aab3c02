import { together } from '#core/edit'
import { present } from '#core/present'
import { type Beat, barStarts, beatsOf, mod, placeTick, slotPlace, slotsOf } from '#core/time'
import { claveCycle } from './clave'
import type { Edit } from './edits'
import { type Bar, type Groove, type Part, type Stroke, barTicks, grooveTicks } from './schema'

/**
 * The part of that id, if there is one.
 * @example partOf(groove, 'bass').name // => 'Bass drum'
 */
export const partOf = (groove: Groove, partId: string): Part | undefined =>
  groove.parts.find(part => part.id === partId)

/**
 * Puts strokes into a part, in place of any that are at the same ticks.
 * @example rows(putStrokes(part('bass'), [{ at: 2520, piece: 'bass drum', stroke: 'hit', level: 2 }])) // => { bass: '4.2.......4.....' }
 */
export function putStrokes(part: Part, strokes: Stroke[]): Edit {
  const ats = new Set(strokes.map(stroke => stroke.at))
  return {
    type: 'strokes',
    partId: part.id,
    remove: part.strokes.filter(s => ats.has(s.at)).map(s => s.at),
    put: strokes,
  }
}

/**
 * Takes strokes out of a part, by their ticks.
 * @example rows(takeStrokes(part('bass'), [0])) // => { bass: '..........4.....' }
 */
export const takeStrokes = (part: Part, ats: number[]): Edit => ({
  type: 'strokes',
  partId: part.id,
  remove: ats,
  put: [],
})

/**
 * Changes strokes of a part in place: `alter(part, ats, stroke => ({ ...stroke, level: 5 }))`.
 * @example rows(alterStrokes(part('bass'), [0], stroke => ({ ...stroke, level: 5 }))) // => { bass: '5.........4.....' }
 */
export function alterStrokes(part: Part, ats: readonly number[], change: (stroke: Stroke) => Stroke): Edit {
  const wanted = new Set(ats)
  const chosen = part.strokes.filter(stroke => wanted.has(stroke.at))
  return { type: 'strokes', partId: part.id, remove: chosen.map(stroke => stroke.at), put: chosen.map(change) }
}

/**
 * A tick moved by whole slots around the end of all bars: with four slots a quarter in one bar of 4/4,
 * `shiftTick(beats, 20160, 18900, 1) // => 0`. Where neighbouring beats have other subdivisions it is the
 * slots that are counted, not the time between them. A stroke off the grid keeps its place within its
 * slot to the nearest tick.
 */
export function shiftTick(beats: readonly Beat[], total: number, at: number, slots: number): number {
  const last = beats[beats.length - 1]!
  const count = last.first + last.slots
  return mod(Math.round(placeTick(beats, mod(slotPlace(beats, at) + slots, count))), total)
}

/**
 * A part's strokes moved by whole slots; a part with its own cycle moves round that cycle.
 * @example shiftedStrokes(groove, part('bass'), 1).map(stroke => stroke.at) // => [1260, 13860]
 */
export const shiftedStrokes = (groove: Groove, part: Part, slots: number, chosen?: readonly number[]): Stroke[] =>
  movesBy(groove, part, slots, chosen).map(({ stroke }) => stroke)

/** Strokes of a part moved by whole slots, in the order of their new places, each with the tick it had before. */
function movesBy(
  groove: Groove,
  part: Part,
  slots: number,
  chosen?: readonly number[],
): { stroke: Stroke; from: number }[] {
  const beats = beatsOf(groove.bars)
  const total = grooveTicks(groove)
  const slotTicks = beats[0]!.length / beats[0]!.slots
  const move = part.every
    ? (at: number) => mod(at + slots * slotTicks, present(part.every, 'every'))
    : (at: number) => shiftTick(beats, total, at, slots)
  return part.strokes
    .filter(stroke => !chosen || chosen.includes(stroke.at))
    .map(stroke => ({ stroke: { ...stroke, at: move(stroke.at) }, from: stroke.at }))
    .sort((a, b) => a.stroke.at - b.stroke.at)
}

/**
 * Moves strokes of a part by whole slots, round the end; what they land on gives way.
 * @example rows(shiftStrokes(groove, part('bass'), [12600], 2)) // => { bass: '4...........4...' }
 */
export function shiftStrokes(groove: Groove, part: Part, ats: readonly number[], slots: number): Edit {
  const moves = movesBy(groove, part, slots, ats)
  const put = moves.map(({ stroke }) => stroke)
  const landed = new Set(put.map(stroke => stroke.at))
  const remove = part.strokes
    .filter(stroke => ats.includes(stroke.at) || landed.has(stroke.at))
    .map(stroke => stroke.at)
  return { type: 'strokes', partId: part.id, remove, put, from: moves.map(({ from }) => from) }
}

/**
 * A part that is against its groove's clave, turned by half of it: what was on one side is on the other.
 * @example turnOnClave({ ...groove, clave: { rhythm: 'son', side: '3-2' } }, part('bass')).put.map(stroke => stroke.at) // => [2520, 10080]
 */
export function turnOnClave(groove: Groove, part: Part): Edit {
  const cycle = groove.clave && claveCycle(groove.bars, groove.clave)
  const half = cycle ? cycle.length / 2 : 0
  const slots = slotsOf(groove.bars).filter(slot => slot.at < half).length
  return shiftStrokes(
    groove,
    part,
    part.strokes.map(stroke => stroke.at),
    slots,
  )
}

/** Pick-ups that a new last bar cannot hold, taken away. @internal */
export function tooLongPickUps(groove: Groove, bars: readonly Bar[]): Edit[] {
  const last = barTicks(bars.at(-1)!)
  return [
    ...(groove.pickUp && groove.pickUp.ticks > last ? [{ type: 'facts', set: { pickUp: null } } as const] : []),
    ...groove.parts
      .filter(part => part.pickUp && part.pickUp > last)
      .map(part => ({ type: 'part', partId: part.id, set: { pickUp: null } }) as const),
  ]
}

/** Other bars for a groove, and how many strokes fall outside them and go. */
export interface Reshaped {
  edit: Edit
  lost: number
}

/**
 * Other bars for a groove: each stroke stays in its bar at its distance from the bar line; those beyond a bar's new end,
 * and whole bars taken away, go, and so do notes of guides. Pick-ups that the new last bar cannot hold go too.
 * @internal
 */
export function reshape(groove: Groove, bars: Bar[]): Reshaped {
  const from = barStarts(groove.bars)
  const to = barStarts(bars)
  /** Where a place of the old bars is in the new ones, if they have it; `length` is what must fit after it. */
  const moved = (at: number, length = 0): number | undefined => {
    const bar = from.findLastIndex(start => start <= at)
    const offset = at - from[bar]!
    return bar < bars.length && offset < barTicks(bars[bar]!) && to[bar]! + offset + length <= to.at(-1)!
      ? to[bar]! + offset
      : undefined
  }
  let lost = 0
  const shrunk: Edit[] = []
  const kept: Edit[] = []
  for (const part of groove.parts.filter(part => !part.every)) {
    const put = part.strokes.flatMap(stroke => {
      const at = moved(stroke.at)
      if (at === undefined) lost++
      return at === undefined ? [] : [{ ...stroke, at }]
    })
    const same = put.length === part.strokes.length && put.every((stroke, i) => stroke.at === part.strokes[i]!.at)
    if (same) continue
    shrunk.push(
      takeStrokes(
        part,
        part.strokes.map(stroke => stroke.at),
      ),
    )
    kept.push({ type: 'strokes', partId: part.id, remove: [], put })
  }
  const guides = groove.guides.map(guide => ({
    ...guide,
    notes: guide.notes.flatMap(note => {
      const at = moved(note.at, note.length)
      return at === undefined ? [] : [{ ...note, at }]
    }),
  }))
  if (groove.guides.some(guide => guide.notes.length)) {
    shrunk.push({ type: 'guides', guides: guides.map(guide => ({ ...guide, notes: [] })) })
    kept.push({ type: 'guides', guides })
  }
  return {
    lost,
    edit: together('New bars', [...tooLongPickUps(groove, bars), ...shrunk, { type: 'bars', bars }, ...kept]),
  }
}

/**
 * `'New bars; 3 strokes outside them went'`, and nothing where none did.
 * @example [sayLost(3), sayLost(0)] // => ['New bars; 3 strokes outside them went', '']
 */
export const sayLost = (lost: number): string =>
  lost ? `New bars; ${lost} ${lost === 1 ? 'stroke' : 'strokes'} outside them went` : ''

/**
 * A part under a name that the player gave it, which nothing else changes.
 * @example renamed(part('bass'), 'Kick').set // => { name: 'Kick', given: ['name'] }
 */
export const renamed = (part: Part, name: string): Edit => ({
  type: 'part',
  partId: part.id,
  set: { name, given: [...new Set([...part.given, 'name' as const])] },
})
