import { type Apply, type Batch, type Change, applyAll, fitting } from '#core/edit'
import { type Result, ok, readAs, refuse } from '#core/result'
import { mod } from '#core/time'
import { doubledPart, doubledStroke, grooveMisfits } from './fits'
import {
  type Bar,
  type Facts,
  type Groove,
  type Guide,
  type Part,
  type PartFacts,
  type Stroke,
  barSchema,
  factsSchema,
  guideSchema,
  partSchema,
  strokeSchema,
} from './schema'

/**
 * Every change to a groove is one of these values. They are plain JSON: undo, lineage, autosave
 * and “what changed” all read them.
 */
export type Edit =
  /** Title, tempo, feel and the like. */
  | { type: 'facts'; set: Partial<Facts> }
  /** Other bars in place of these; every stroke must still fall inside (see `reshape`). */
  | { type: 'bars'; bars: Bar[] }
  /** All rhythms that no limb owns, in place of those there are. */
  | { type: 'guides'; guides: Guide[] }
  | { type: 'add part'; part: Part; index: number }
  | { type: 'remove part'; partId: string }
  /** Name, limb, mute and the like of one part. */
  | { type: 'part'; partId: string; set: Partial<PartFacts> }
  /** A part to another place in the order of layering. */
  | { type: 'order'; partId: string; index: number }
  /**
   * Strokes of one part: those at `remove` go (ticks), then those of `put` come. Where the edit moves strokes, `from` has the tick that
   * each of `put` had before, so that what is chosen goes with them.
   */
  | { type: 'strokes'; partId: string; remove: number[]; put: Stroke[]; from?: number[] }
  | Batch<Edit>

type Applied = Result<Change<Groove, Edit>>

const withPart = (groove: Groove, index: number, part: Part): Groove => ({
  ...groove,
  parts: groove.parts.map((other, i) => (i === index ? part : other)),
})

/** An edit by itself: what comes of it need not fit together yet. */
const step: Apply<Groove, Edit> = (groove, edit) => {
  switch (edit.type) {
    case 'facts':
      return applyFacts(groove, edit.set)
    case 'bars':
      return applyBars(groove, edit.bars)
    case 'guides':
      return setGuides(groove, edit.guides)
    case 'add part':
      return addPart(groove, edit.part, edit.index)
    case 'batch':
      return applyAll(groove, edit, step)
  }
  const index = groove.parts.findIndex(part => part.id === edit.partId)
  const part = groove.parts[index]
  if (!part) return refuse(`This groove has no part “${edit.partId}”.`)
  switch (edit.type) {
    case 'remove part':
      return part.locked
        ? isLocked(part)
        : ok({
            document: { ...groove, parts: groove.parts.filter((_, i) => i !== index) },
            inverse: { type: 'add part', part, index },
          })
    case 'part':
      return setPart(groove, index, part, edit.set)
    case 'order':
      return movePart(groove, index, part, edit.index)
    case 'strokes':
      return setStrokes(groove, index, part, edit)
  }
}

/**
 * Makes an edit of a groove, or says in words why it cannot be; an invalid groove never comes out.
 * @example apply(groove, takeStrokes(part('bass'), [0])).value.document.parts[3].strokes.length // => 1
 */
export const apply: Apply<Groove, Edit> = fitting(step, grooveMisfits)

const isLocked = (part: Part) => refuse(`“${part.name}” is locked; unlock it first.`)

function applyFacts(groove: Groove, set: Partial<Facts>): Applied {
  const read = readAs(factsSchema.partial(), set, 'change')
  if (!read.ok) return read
  const keys = Object.keys(set) as (keyof Facts)[]
  const before = Object.fromEntries(keys.map(key => [key, groove[key]])) as Partial<Facts>
  const after = Object.fromEntries(keys.map(key => [key, read.value[key]]))
  return ok({ document: { ...groove, ...after }, inverse: { type: 'facts', set: before } })
}

function applyBars(groove: Groove, bars: Bar[]): Applied {
  for (const bar of bars) {
    const read = readAs(barSchema, bar, 'bar')
    if (!read.ok) return read
  }
  return ok({ document: { ...groove, bars }, inverse: { type: 'bars', bars: groove.bars } })
}

function setGuides(groove: Groove, guides: Guide[]): Applied {
  for (const guide of guides) {
    const read = readAs(guideSchema, guide, 'guide')
    if (!read.ok) return read
  }
  return ok({ document: { ...groove, guides }, inverse: { type: 'guides', guides: groove.guides } })
}

function addPart(groove: Groove, part: Part, index: number): Applied {
  const read = readAs(partSchema, part, 'part')
  if (!read.ok) return read
  // Edits find a part by its id, also before the last of a batch.
  if (groove.parts.some(other => other.id === part.id)) return refuse(doubledPart(part.id))
  const place = Math.max(0, Math.min(groove.parts.length, index))
  return ok({
    document: { ...groove, parts: groove.parts.toSpliced(place, 0, read.value) },
    inverse: { type: 'remove part', partId: part.id },
  })
}

function setPart(groove: Groove, index: number, part: Part, set: Partial<PartFacts>): Applied {
  const keys = Object.keys(set) as (keyof PartFacts)[]
  // What unlocks a part may change it too: it takes back an edit that changed and locked it.
  const allowed = set.locked === false || keys.every(key => key === 'locked' || key === 'muted')
  if (part.locked && !allowed) return isLocked(part)
  const read = readAs(partSchema, { ...part, ...set }, 'part')
  if (!read.ok) return read
  const before = Object.fromEntries(keys.map(key => [key, part[key]])) as Partial<PartFacts>
  return ok({ document: withPart(groove, index, read.value), inverse: { type: 'part', partId: part.id, set: before } })
}

function movePart(groove: Groove, from: number, part: Part, to: number): Applied {
  const place = mod(to, groove.parts.length)
  return ok({
    document: { ...groove, parts: groove.parts.toSpliced(from, 1).toSpliced(place, 0, part) },
    inverse: { type: 'order', partId: part.id, index: from },
  })
}

function setStrokes(
  groove: Groove,
  index: number,
  part: Part,
  { remove, put, from }: Extract<Edit, { type: 'strokes' }>,
): Applied {
  if (part.locked) return isLocked(part)
  for (const stroke of put) {
    const read = readAs(strokeSchema, stroke, 'stroke')
    if (!read.ok) return read
  }
  const gone = new Set(remove)
  const removed = part.strokes.filter(stroke => gone.has(stroke.at))
  if (removed.length !== gone.size) return refuse(`“${part.name}” has no stroke to take away there.`)
  const strokes = part.strokes.filter(stroke => !gone.has(stroke.at))
  // Edits find a stroke by its place, also before the last of a batch.
  const taken = new Set(strokes.map(stroke => stroke.at))
  for (const { at } of put) {
    if (taken.has(at)) return refuse(doubledStroke(part.name, at))
    taken.add(at)
  }
  strokes.push(...put)
  strokes.sort((a, b) => a.at - b.at)
  return ok({
    document: withPart(groove, index, { ...part, strokes }),
    inverse: {
      type: 'strokes',
      partId: part.id,
      remove: put.map(stroke => stroke.at),
      put: removed,
      ...(from ? { from: removed.map(({ at }) => put[from.indexOf(at)]?.at ?? at) } : {}),
    },
  })
}
