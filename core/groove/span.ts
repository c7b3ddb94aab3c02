import { together } from '#core/edit'
import type { Limb } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import {
  type Counting,
  SUBDIVISIONS,
  type Slot,
  barNumber,
  barStarts,
  beatsOf,
  divides,
  mod,
  sayTick,
  slotsOf,
  unitTicks,
} from '#core/time'
import type { Edit } from './edits'

import { oneVoice } from './guides'
import { homeFor, workable } from './home'
import { makeGroove, makePart } from './make'
import { barOf, sayList, sayPlace } from './say'
import { type Bar, type Groove, type Guide, LIMITS, type Part, type Stroke, grooveTicks } from './schema'

/** A run of ticks of a groove's bars, `to` not included. It may begin and end within a bar. */
export interface Span {
  from: number
  to: number
}

/**
 * All bars of a groove.
 * @example wholeSpan(groove) // => { from: 0, to: 20160 }
 */
export const wholeSpan = (groove: Pick<Groove, 'bars'>): Span => ({ from: 0, to: grooveTicks(groove) })

/** `inSpan({ from: 0, to: 5040 }, 5040) // => false` */
export const inSpan = ({ from, to }: Span, at: number): boolean => at >= from && at < to

/**
 * The span from one slot to another, both included, whichever comes first: `slotSpan(slots, 7, 4)` is slots 4 to 7.
 * @example slotSpan(slotsOf(bars), 7, 4) // => { from: 5040, to: 10080 }
 */
export function slotSpan(slots: readonly Slot[], a: number, b: number): Span {
  const last = slots[Math.max(a, b)]!
  return { from: slots[Math.min(a, b)]!.at, to: last.at + last.length }
}

/**
 * The span of one bar, counted from 0.
 * @example barSpan({ bars: [...bars, ...bars] }, 1) // => { from: 20160, to: 40320 }
 */
export function barSpan(groove: Pick<Groove, 'bars'>, bar: number): Span {
  const starts = barStarts(groove.bars)
  return { from: starts[bar]!, to: starts[bar + 1]! }
}

/**
 * `'bar 2'`, `'bars 1 and 2'`, `'all bars'`, `'bar 1, beat 4 to a of 5'`, and for a single slot its place.
 * @example [saySpan(groove, { from: 5040, to: 10080 }), saySpan({ bars: [...bars, ...bars] }, { from: 20160, to: 40320 })] // => ['2 to a of 2', 'bar 2']
 */
export function saySpan(groove: Pick<Groove, 'bars'>, { from, to }: Span, counting?: Counting): string {
  const starts = barStarts(groove.bars)
  const [first, last] = [starts.indexOf(from), starts.indexOf(to)]
  const number = (bar: number) => barNumber(bar, counting)
  if (from === 0 && to === grooveTicks(groove)) return groove.bars.length === 1 ? 'the bar' : 'all bars'
  if (first >= 0 && last > first)
    return last - first === 1
      ? `bar ${number(first)}`
      : `bars ${number(first)} ${last - first === 2 ? 'and' : 'to'} ${number(last - 1)}`
  const end = slotsOf(groove.bars).findLast(slot => slot.at < to)?.at ?? from
  if (end <= from) return sayPlace(groove, from, counting)
  const sameBar = barOf(groove, from) === barOf(groove, end)
  return `${sayPlace(groove, from, counting)} to ${sameBar ? sayTick(groove.bars, end, counting) : sayPlace(groove, end, counting)}`
}

/** What a span holds, to be laid elsewhere: parts with their strokes, and lines above with their notes, at ticks from its start. It is plain data, good for any groove. */
export interface Clip {
  length: number
  parts: Part[]
  guides?: Guide[]
}

/** The strokes of one pass that fall into a span, at ticks from its start; a part that repeats on its own is written out. */
function strokesIn(part: Part, { from, to }: Span): Stroke[] {
  const lap = part.every ?? Infinity
  const laps = part.every ? Math.ceil(to / part.every) : 1
  return Array.from({ length: laps }, (_, n) =>
    part.strokes.map(stroke => ({ ...stroke, at: stroke.at + (n ? n * lap : 0) })),
  )
    .flat()
    .filter(stroke => inSpan({ from, to }, stroke.at))
    .map(stroke => ({ ...stroke, at: stroke.at - from }))
    .sort((a, b) => a.at - b.at)
}

/** The lines above with the notes that begin in a span, at ticks from its start; a note may last beyond it, as an open hat may. */
const guidesIn = (groove: Groove, { from, to }: Span): Guide[] =>
  groove.guides.map(guide => ({
    ...guide,
    notes: guide.notes.filter(note => inSpan({ from, to }, note.at)).map(note => ({ ...note, at: note.at - from })),
  }))

/** Parts of one limb, or of all where none is named. */
const ofLimb = (parts: readonly Part[], limb: Limb | undefined): Part[] =>
  parts.filter(part => !limb || part.limb === limb)

/**
 * Copies a span, of all limbs or of one: every part that runs with the bars, those silent there too, so that laid over other bars it is what
 * was here.
 * @example copied(groove, { from: 0, to: 5040 }).parts.map(part => part.strokes.length) // => [2, 0, 0, 1]
 */
export const copied = (groove: Groove, span: Span, limb?: Limb): Clip => ({
  length: span.to - span.from,
  parts: ofLimb(groove.parts, limb)
    .filter(part => !part.every)
    .map(part => ({ ...part, strokes: strokesIn(part, span) })),
  guides: limb ? [] : guidesIn(groove, span),
})

/** A clip laid into bars: the edit, how many strokes ran past the end, and the names of parts left as they are, being locked. */
export interface Laid {
  edit: Edit
  lost: number
  left: string[]
}

/** Strokes of a part in a span replaced by others; `from` has the ticks that these had, where they are moved. */
function replaced(part: Part, span: Span, strokes: readonly Stroke[], from?: number[]): Edit[] {
  const remove = part.strokes.filter(stroke => inSpan(span, stroke.at)).map(stroke => stroke.at)
  return remove.length || strokes.length
    ? [{ type: 'strokes', partId: part.id, remove, put: [...strokes], ...(from ? { from } : {}) }]
    : []
}

/**
 * Lays a clip over what is there from a tick on, as often as it takes to reach `to` (once, where none is given). Each part goes to the
 * part of its id, or to one of its limb and role, or becomes a new part under `newId(n)`; parts that the clip does not have stay.
 * @example rows(laid(groove, copied(groove, { from: 0, to: 5040 }), 5040, n => `new-${n}`).edit).bass // => '4...4.....4.....'
 */
export function laid(
  groove: Groove,
  clip: Clip,
  at: number,
  newId: (n: number) => string,
  to = at + clip.length,
): Laid {
  const end = Math.min(to, grooveTicks(groove))
  const over = { from: at, to: end }
  const left: string[] = []
  const byHome = new Map<Part, Stroke[]>()
  const fresh: Part[] = []
  let lost = 0
  for (const part of clip.parts) {
    const laps = Array.from({ length: Math.ceil((to - at) / clip.length) }, (_, n) =>
      part.strokes.map(stroke => ({ ...stroke, at: at + n * clip.length + stroke.at })),
    ).flat()
    const strokes = laps.filter(stroke => stroke.at < end)
    lost += laps.filter(stroke => stroke.at >= end && stroke.at < to).length
    const own = groove.parts.find(one => one.id === part.id && one.limb === part.limb)
    const home = own ?? homeFor(groove, part.limb, part.role)
    if (home && !workable(home)) {
      if (strokes.length && home.locked) left.push(home.name)
    } else if (home) {
      const known = byHome.get(home) ?? []
      byHome.set(home, [...known, ...strokes.filter(stroke => known.every(other => other.at !== stroke.at))])
    } else if (strokes.length)
      fresh.push(makePart({ ...part, id: newId(fresh.length), locked: false, muted: false, strokes }))
  }
  const edits = [
    ...[...byHome].flatMap(([part, strokes]) => replaced(part, over, strokes)),
    ...fresh.map((part, i): Edit => ({ type: 'add part', part, index: groove.parts.length + i })),
  ]
  return { edit: together('Paste', [...edits, ...guidesLaid(groove, clip, over, newId)]), lost, left }
}

/** The lines of a clip laid over a span, as often as it takes: into the line of the same id or name, or as a new line while there is room. */
function guidesLaid(groove: Groove, clip: Clip, over: Span, newId: (n: number) => string): Edit[] {
  let guides = groove.guides
  for (const [i, line] of (clip.guides ?? []).entries()) {
    const home = guides.find(one => one.id === line.id) ?? guides.find(one => one.name === line.name)
    if (!line.notes.length && !home) continue
    const laps = Array.from({ length: Math.ceil((over.to - over.from) / clip.length) }, (_, n) =>
      line.notes.map(note => ({ ...note, at: over.from + n * clip.length + note.at })),
    ).flat()
    const notes = laps.filter(note => note.at < over.to)
    const rest = (home?.notes ?? []).filter(note => !inSpan(over, note.at))
    const put = oneVoice([...rest, ...notes], groove)
    if (home) guides = guides.map(one => (one === home ? { ...home, notes: put } : one))
    else if (guides.length < LIMITS.guides) guides = [...guides, { ...line, id: newId(LIMITS.parts + i), notes: put }]
  }
  return guides === groove.guides ? [] : [{ type: 'guides', guides }]
}

/**
 * What is in a span, of all limbs or of one, repeated from its end to the end of the bars.
 * @example rows(repeated(groove, { from: 0, to: 5040 }).edit).bass // => '4...4...4...4...'
 */
export const repeated = (groove: Groove, span: Span, limb?: Limb): Laid => ({
  ...laid(groove, copied(groove, span, limb), span.to, () => '', grooveTicks(groove)),
  lost: 0,
})

/**
 * Everything in a span taken out, of all limbs or of one; locked parts and those that repeat on their own stay.
 * @example rows(cleared(groove, { from: 0, to: 10080 })) // => { hats: '........3.3.3.3.', backbeat: '............5...', ghosts: '.........1......', bass: '..........4.....' }
 */
export const cleared = (groove: Groove, span: Span, limb?: Limb): Edit =>
  together(
    'Clear',
    ofLimb(groove.parts, limb)
      .filter(workable)
      .flatMap(part => replaced(part, span, [])),
  )

/**
 * What is in a span moved by whole slots, round within it: of all parts, or of some.
 * @example rows(displacedIn(groove, { from: 0, to: 10080 }, 2, ['bass'])) // => { bass: '..4.......4.....' }
 */
export function displacedIn(groove: Groove, span: Span, by: number, partIds?: readonly string[]): Edit {
  const slots = slotsOf(groove.bars).filter(slot => inSpan(span, slot.at))
  const moved = (stroke: Stroke): Stroke => {
    const i = slots.findLastIndex(slot => slot.at <= stroke.at)
    const [from, to] = [slots[i]!, slots[mod(i + by, slots.length)]!]
    return { ...stroke, at: to.at + Math.round(((stroke.at - from.at) * to.length) / from.length) }
  }
  return together(
    'Displace',
    groove.parts
      .filter(part => workable(part) && (!partIds || partIds.includes(part.id)))
      .flatMap(part => {
        const put = part.strokes
          .filter(stroke => inSpan(span, stroke.at))
          .map(stroke => ({ stroke: moved(stroke), from: stroke.at }))
          .sort((a, b) => a.stroke.at - b.stroke.at)
          .filter(({ stroke }, i, all) => i === 0 || all[i - 1]!.stroke.at !== stroke.at)
        return replaced(
          part,
          span,
          put.map(({ stroke }) => stroke),
          put.map(({ from }) => from),
        )
      }),
  )
}

/**
 * The felt beats of a span cut into `slots` slots each; strokes stay where they are. Refused where a beat can’t be cut so.
 * @example apply(groove, cutIn(groove, { from: 0, to: 5040 }, 8).value).value.document.bars[0].slots // => [8, 4, 4, 4]
 */
export function cutIn(groove: Groove, span: Span, slots: number): Result<Edit> {
  const wanted = beatsOf(groove.bars).filter(beat => beat.at + beat.length > span.from && beat.at < span.to)
  const stubborn = wanted.find(
    beat => !divides(beat.length, slots) || !SUBDIVISIONS.includes(slots as (typeof SUBDIVISIONS)[number]),
  )
  if (stubborn)
    return refuse(`The beat at ${sayPlace(groove, stubborn.at)} cannot be cut into ${slots} slots of whole ticks.`)
  const bars = groove.bars.map((bar, b) => ({
    ...bar,
    slots: bar.slots.map((now, i) =>
      wanted.some(beat => beat.bar === b && beat.beat === i) ? slots : now,
    ) as Bar['slots'],
  }))
  return ok({ type: 'bars', bars })
}

/** The bars that hold a span, its first and last felt beats whole; and where it begins in them. */
function barsAround(groove: Groove, span: Span): { bars: Bar[]; from: number } {
  const beats = beatsOf(groove.bars).filter(beat => beat.at + beat.length > span.from && beat.at < span.to)
  const bars = groove.bars.flatMap((bar, b): Bar[] => {
    const own = beats.filter(beat => beat.bar === b)
    if (!own.length) return []
    const groups = own.map(beat => beat.length / unitTicks(bar.meter.unit))
    // Felt beats of a plain meter are a unit or more long; whole bars stay what they are.
    if (own.length === bar.slots.length) return [bar]
    return [
      {
        meter: { ...bar.meter, count: groups.reduce((a, b) => a + b, 0), groups },
        slots: own.map(beat => beat.slots) as Bar['slots'],
      },
    ]
  })
  return { bars, from: beats[0]!.at }
}

/** The name under which a groove remembers that it was a span of another. */
const SPAN_MOVE = 'span'

/**
 * A span as a new groove, which remembers where it came from and can be put back (see `putBack`). Its bars hold whole felt
 * beats; the slots of them that are outside the span are empty.
 * @example spanGroove(groove, 3, { from: 5040, to: 10080 }, 'beat-two').title // => 'Sample, 2 to a of 2'
 */
export function spanGroove(groove: Groove, revision: number, span: Span, id: string, counting?: Counting): Groove {
  const { bars, from } = barsAround(groove, span)
  const offset = span.from - from
  const parts = groove.parts
    .map(part => ({
      ...part,
      every: null,
      locked: false,
      pickUp: null,
      strokes: strokesIn(part, span).map(stroke => ({ ...stroke, at: stroke.at + offset })),
    }))
    .filter(part => part.strokes.length)
  const where = saySpan(groove, span, counting)
  return makeGroove({
    ...groove,
    id,
    title: `${groove.title}, ${where}`.slice(0, LIMITS.title),
    bars,
    parts,
    pickUp: null,
    guides: guidesIn(groove, span)
      .map(guide => ({
        ...guide,
        notes: oneVoice(
          guide.notes.map(note => ({ ...note, at: note.at + offset })),
          { bars },
        ),
      }))
      .filter(guide => guide.notes.length),
    parent: {
      id: groove.id,
      revision,
      moves: [
        {
          move: SPAN_MOVE,
          params: { from: span.from, to: span.to, offset },
          sentence: `${where} of “${groove.title}”, as a groove of its own.`.replace(/^./, first =>
            first.toUpperCase(),
          ),
        },
      ],
    },
  })
}

/**
 * Where a groove that was a span of another belongs in it; undefined for one that was none.
 * @example spanOf(spanGroove(groove, 3, { from: 5040, to: 10080 }, 'beat-two')) // => { from: 5040, to: 10080, offset: 0 }
 */
export function spanOf(groove: Pick<Groove, 'parent'>): (Span & { offset: number }) | undefined {
  const move = groove.parent?.moves.find(one => one.move === SPAN_MOVE)
  const [from, to, offset] = [move?.params.from, move?.params.to, move?.params.offset]
  return typeof from === 'number' && typeof to === 'number' && typeof offset === 'number'
    ? { from, to, offset }
    : undefined
}

/**
 * A groove that was a span of another put back there, in place of what is there now; refused where the other has become shorter.
 * @example rows(putBack(groove, spanGroove(groove, 3, { from: 5040, to: 10080 }, 'beat-two'), n => `new-${n}`).value.edit) // => {}
 */
export function putBack(whole: Groove, child: Groove, newId: (n: number) => string): Result<Laid> {
  const span = spanOf(child)
  if (!span || child.parent?.id !== whole.id) return refuse(`“${child.title}” was not taken out of “${whole.title}”.`)
  if (span.to > grooveTicks(whole))
    return refuse(`“${whole.title}” has become too short: the place this came from is gone.`)
  const length = Math.min(span.to - span.from, grooveTicks(child) - span.offset)
  return ok(laid(whole, copied(child, { from: span.offset, to: span.offset + length }), span.from, newId, span.to))
}

/**
 * What a change of a groove comes to where only a span of it is changed: strokes outside the span stay as they were.
 * @example rows(onlyIn(groove, apply(groove, takeStrokes(part('bass'), [0, 12600])).value.document, { from: 0, to: 5040 }).value).bass // => '..........4.....'
 */
export function onlyIn(before: Groove, after: Groove, span: Span): Result<Groove> {
  if (
    JSON.stringify(before.bars) !== JSON.stringify(after.bars) ||
    JSON.stringify(before.feel) !== JSON.stringify(after.feel) ||
    before.lead !== after.lead
  ) {
    return refuse('This changes the bars or the feel as a whole, and cannot be done to a part of them.')
  }
  const parts = after.parts
    .map(part => {
      const was = before.parts.find(one => one.id === part.id)
      if (was === part) return part
      if (part.every || was?.every) return was ?? part
      const outside = (was?.strokes ?? []).filter(stroke => !inSpan(span, stroke.at))
      return {
        ...part,
        ...(was ? { limb: was.limb } : {}),
        strokes: [...outside, ...part.strokes.filter(stroke => inSpan(span, stroke.at))].sort((a, b) => a.at - b.at),
      }
    })
    .filter(part => part.strokes.length || before.parts.some(one => one.id === part.id))
  const gone = before.parts
    .filter(part => !after.parts.some(one => one.id === part.id))
    .map(part => ({ ...part, strokes: part.strokes.filter(stroke => !inSpan(span, stroke.at)) }))
  return ok({ ...after, parts: [...parts, ...gone] })
}

/**
 * `'2 strokes ran past the end. Locked and left as they are: Ghosts.'`, and nothing where all went well.
 * @example sayLaid({ lost: 2, left: ['Ghosts'] }) // => '2 strokes ran past the end. Locked and left as they are: Ghosts.'
 */
export const sayLaid = ({ lost, left }: Laid): string =>
  [
    lost ? `${lost} ${lost === 1 ? 'stroke' : 'strokes'} ran past the end.` : '',
    left.length ? `Locked and left as they are: ${sayList(left)}.` : '',
  ]
    .filter(Boolean)
    .join(' ')
