import { together } from '#core/edit'
import { z } from 'zod'
import { present } from '#core/present'
import { type Result, ok, readAs, refuse } from '#core/result'
import { barStarts, beatsOf } from '#core/time'
import { type Shape, upgraded } from '#core/upgrade'
import { LIMITS, barTicks } from './bounds'

import type { Edit } from './edits'
import { oneVoice } from './guides'
import { workable } from './home'
import { type Bar, type Groove, type Part, type Stroke, idSchema, partSchema, tickSchema } from './schema'
import { type Clip, type Span, copied } from './span'
import { type Brush, asKind, freshStroke, painted } from './touch'

/** How a cell is kept. */
export const CELL_SHAPE = { format: 'bazzet-cell', what: 'cell', version: 1, upgrades: [] } as const satisfies Shape

/** A beat’s worth of strokes, or more, kept under a name to be laid into bars. */
const cellSchema = z
  .strictObject({
    format: z.literal(CELL_SHAPE.format, { error: `format is "${CELL_SHAPE.format}".` }),
    version: z.literal(CELL_SHAPE.version, { error: `version is ${CELL_SHAPE.version}.` }),
    id: idSchema,
    name: z
      .string({ error: 'The name of a cell is text.' })
      .min(1, { error: 'A cell has a name.' })
      .max(60, { error: 'The name of a cell is at most 60 characters.' }),
    length: tickSchema('The length of a cell, in ticks,', 1),
    parts: z.array(partSchema).max(LIMITS.parts, { error: `A cell has at most ${LIMITS.parts} parts.` }),
  })
  .refine(cell => cell.parts.every(part => part.strokes.every(stroke => stroke.at < cell.length)), {
    path: ['parts'],
    error: 'Every stroke of a cell falls before its end.',
  })
export type Cell = z.infer<typeof cellSchema>

/**
 * A cell from unknown data, or what is wrong with it.
 * @example readCell({ format: 'bazzet-cell', version: 1, id: 'cell', name: 'Cell', length: 5040, parts: [] }).ok // => true
 */
export function readCell(input: unknown): Result<Cell> {
  const document = upgraded(input, CELL_SHAPE)
  return document.ok ? readAs(cellSchema, document.value, 'cell') : document
}

/**
 * A span kept as a cell: the parts that strike in it.
 * @example cellFrom(groove, { from: 5040, to: 10080 }, 'two', 'Beat two').parts.map(part => [part.id, part.strokes.map(stroke => stroke.at)]) // => [['hats', [0, 2520]], ['backbeat', [0]], ['ghosts', [3780]]]
 */
export function cellFrom(groove: Groove, span: Span, id: string, name: string): Cell {
  const clip = copied(groove, span)
  return {
    format: CELL_SHAPE.format,
    version: CELL_SHAPE.version,
    id,
    name,
    length: clip.length,
    parts: clip.parts
      .filter(part => part.strokes.length)
      .map(part => ({ ...part, locked: false, muted: false, pickUp: null })),
  }
}
/** What a cell lays into bars: `clipOf(cellFrom(groove, { from: 0, to: 5040 }, 'c', 'Push')).length // => 5040` */
export const clipOf = ({ length, parts }: Cell): Clip => ({ length, parts })

/** A figure of one beat: which of its slots are struck. */
export interface Figure {
  slots: number
  on: readonly number[]
}

/** Up to this many slots a beat every figure there is is offered: seven of a triplet, fifteen of sixteenths, and the rest. */
const ALL_UP_TO = 4
/** Beyond, those that are common: the rest, single strokes’ groups, and every slot. */
const COMMON: Record<number, readonly (readonly number[])[]> = {
  5: [[], [0], [0, 2], [0, 3], [0, 2, 4], [0, 1, 2, 3, 4]],
  6: [[], [0], [0, 3], [0, 2, 4], [0, 1, 3, 4], [0, 2, 3, 5], [1, 2, 4, 5], [0, 4], [0, 2], [0, 5], [0, 1, 2, 3, 4, 5]],
  7: [[], [0], [0, 2, 4], [0, 3], [0, 4], [0, 1, 2, 3, 4, 5, 6]],
  8: [[], [0], [0, 4], [0, 3, 6], [0, 2, 4, 6], [0, 3, 4, 7], [0, 6], [0, 1, 2, 3, 4, 5, 6, 7]],
  12: [[], [0], [0, 6], [0, 4, 8], [0, 3, 6, 9], [0, 2, 4, 6, 8, 10], [0, 8], [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]],
}

/** The figures of a beat of `slots` slots, fuller ones later: `figuresOf(2).map(figure => figure.on) // => [[], [0], [1], [0, 1]]`. */
export function figuresOf(slots: number): Figure[] {
  if (slots > ALL_UP_TO) return (COMMON[slots] ?? []).map(on => ({ slots, on }))
  const all = Array.from({ length: 2 ** slots }, (_, bits) =>
    Array.from({ length: slots }, (_, slot) => slot).filter(slot => bits & (1 << slot)),
  )
  return all.sort((a, b) => a.length - b.length || a.join().localeCompare(b.join())).map(on => ({ slots, on }))
}

/**
 * A figure laid into a part, in place of what the part has in that felt beat (counted through all bars from 0). Strokes are like their
 * neighbours, or as the brush says; with `open` the last one on hats stays open to the beat’s end. Refused for a part that repeats on its own.
 * @example rows(figureIn(groove, part('bass'), 1, { on: [0, 2], slots: 4 })) // => { bass: '4...4.4...4.....' }
 */
export function figureIn(
  groove: Groove,
  part: Part,
  beatIndex: number,
  { on, slots }: Figure,
  { brush, open }: { brush?: Brush | undefined; open?: boolean } = {},
): Result<Edit> {
  const beat = beatsOf(groove.bars)[beatIndex]
  if (!beat) return refuse('There is no such beat in these bars.')
  if (part.every) return refuse(`“${part.name}” repeats on its own against the bars.`)
  const end = beat.at + beat.length
  const inBeat = part.strokes.filter(stroke => stroke.at >= beat.at && stroke.at < end)
  const others = { ...part, strokes: part.strokes.filter(stroke => !inBeat.includes(stroke)) }
  const put = on.map((slot): Stroke => {
    const at = beat.at + (slot * beat.length) / slots
    const there = inBeat.find(stroke => stroke.at === at)
    const stroke = there ?? freshStroke(inBeat.length ? part : others, groove.lead, at)
    return brush ? painted(groove, stroke, brush) : stroke
  })
  const last = put.at(-1)
  if (open && last) put[put.length - 1] = { ...asKind(groove, last, 'open'), openFor: end - last.at }
  return ok({ type: 'strokes', partId: part.id, remove: inBeat.map(stroke => stroke.at), put })
}

/**
 * A felt beat of a bar put to another place in it, with all that is in it; beats of unlike length keep their lengths.
 * @example rows(beatMoved(groove, 0, 0, 1)).bass // => '....4.....4.....'
 */
export function beatMoved(groove: Groove, bar: number, from: number, to: number): Result<Edit> {
  const here = groove.bars[bar]
  const beats = beatsOf(groove.bars).filter(beat => beat.bar === bar)
  if (!here || !beats[from] || !beats[to]) return refuse('There is no such beat in this bar.')
  const order = beats.toSpliced(from, 1).toSpliced(to, 0, beats[from])
  const start = barStarts(groove.bars)[bar]!
  const end = start + barTicks(here)
  const lands = new Map<number, number>()
  order.reduce((at, beat) => {
    lands.set(beat.at, at)
    return at + beat.length
  }, start)
  const moved = (at: number): number => {
    if (at < start || at >= end) return at
    const beat = present(
      beats.findLast(one => one.at <= at),
      'beat',
    )
    return lands.get(beat.at)! + at - beat.at
  }
  const groups =
    here.meter.groups.length === beats.length ? order.map(beat => here.meter.groups[beat.beat]!) : here.meter.groups
  const bars: Bar[] = groove.bars.with(bar, {
    meter: { ...here.meter, groups },
    slots: order.map(beat => beat.slots) as Bar['slots'],
  })
  const parts = groove.parts.filter(workable).flatMap((part): Edit[] => {
    const inBar = part.strokes.filter(stroke => stroke.at >= start && stroke.at < end)
    return inBar.length
      ? [
          {
            type: 'strokes',
            partId: part.id,
            remove: inBar.map(stroke => stroke.at),
            put: inBar.map(stroke => ({ ...stroke, at: moved(stroke.at) })).sort((a, b) => a.at - b.at),
          },
        ]
      : []
  })
  const guides = groove.guides.map(guide => ({
    ...guide,
    notes: oneVoice(
      guide.notes.map(note => ({ ...note, at: moved(note.at) })),
      groove,
    ),
  }))
  return ok(
    together('Move a beat', [
      ...parts,
      { type: 'bars', bars },
      ...(groove.guides.length ? [{ type: 'guides', guides } as const] : []),
    ]),
  )
}
