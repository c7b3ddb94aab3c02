import type { Apply } from '#core/history'
import { type Result, ok, readAs, refuse } from '#core/result'
import { barsTicks, mod } from '#core/time'
import {
  LIMITS,
  type Bar,
  type Facts,
  type Groove,
  type Guide,
  type Part,
  type PartFacts,
  type Stroke,
  barSchema,
  barTicks,
  factsSchema,
  grooveTicks,
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
  /** Strokes of one part: those at `remove` go (ticks), then those of `put` come. */
  | { type: 'strokes'; partId: string; remove: number[]; put: Stroke[] }
  /** Several as one, undone as one; `label` says in the player's words what they did. */
  | { type: 'batch'; label: string; edits: Edit[] }

/** A groove after an edit, and the edit that takes it back. */
export interface Applied {
  groove: Groove
  inverse: Edit
}

const withPart = (groove: Groove, index: number, part: Part): Groove => ({
  ...groove,
  parts: groove.parts.map((other, i) => (i === index ? part : other)),
})

/**
 * Applies an edit, or says in words why it cannot be; an invalid groove can never come out.
 * @example apply(groove, takeStrokes(part('bass'), [0])).value.groove.parts[3].strokes.length // => 1
 */
export function apply(groove: Groove, edit: Edit): Result<Applied> {
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
      return applyBatch(groove, edit.label, edit.edits)
  }
  const index = groove.parts.findIndex(part => part.id === edit.partId)
  const part = groove.parts[index]
  if (!part) return refuse(`This groove has no part “${edit.partId}”.`)
  switch (edit.type) {
    case 'remove part':
      return part.locked
        ? isLocked(part)
        : ok({
            groove: { ...groove, parts: groove.parts.filter((_, i) => i !== index) },
            inverse: { type: 'add part', part, index },
          })
    case 'part':
      return setPart(groove, index, part, edit.set)
    case 'order':
      return movePart(groove, index, part, edit.index)
    case 'strokes':
      return setStrokes(groove, index, part, edit.remove, edit.put)
  }
}

/**
 * A groove's edits as the history of any document takes them.
 * @example applyToGroove(groove, takeStrokes(part('bass'), [1])).reason // => '“Bass drum” has no stroke to take away there.'
 */
export const applyToGroove: Apply<Groove, Edit> = (groove, edit) => {
  const applied = apply(groove, edit)
  return applied.ok ? ok({ document: applied.value.groove, inverse: applied.value.inverse }) : applied
}

const isLocked = (part: Part) => refuse(`“${part.name}” is locked; unlock it first.`)

function applyFacts(groove: Groove, set: Partial<Facts>): Result<Applied> {
  const read = readAs(factsSchema.partial(), set, 'change')
  if (!read.ok) return read
  const pickUp = read.value.pickUp
  const last = barTicks(groove.bars.at(-1)!)
  if (pickUp && pickUp.ticks > last) return refuse(`A pick-up is at most the last bar, ${last} ticks.`)
  const keys = Object.keys(set) as (keyof Facts)[]
  const before = Object.fromEntries(keys.map(key => [key, groove[key]])) as Partial<Facts>
  const after = Object.fromEntries(keys.map(key => [key, read.value[key]]))
  return ok({ groove: { ...groove, ...after }, inverse: { type: 'facts', set: before } })
}

function applyBars(groove: Groove, bars: Bar[]): Result<Applied> {
  if (bars.length < 1 || bars.length > LIMITS.bars) return refuse(`A groove has 1 to ${LIMITS.bars} bars.`)
  for (const bar of bars) {
    const read = readAs(barSchema, bar, 'bar')
    if (!read.ok) return read
  }
  const total = barsTicks(bars)
  const last = barTicks(bars.at(-1)!)
  if (groove.pickUp && groove.pickUp.ticks > last)
    return refuse('The pick-up is longer than the new last bar; shorten it first.')
  const longer = groove.parts.find(part => part.pickUp && part.pickUp > last)
  if (longer) return refuse(`The pick-up of “${longer.name}” is longer than the new last bar; shorten it first.`)
  const guide = overlong(groove.guides, total)
  if (guide) return refuse(`Notes of “${guide.name}” would fall outside these bars.`)
  const outside = groove.parts.find(part => !part.every && part.strokes.some(stroke => stroke.at >= total))
  if (outside) return refuse(`Strokes of “${outside.name}” would fall outside these bars.`)
  return ok({ groove: { ...groove, bars }, inverse: { type: 'bars', bars: groove.bars } })
}

const overlong = (guides: readonly Guide[], total: number): Guide | undefined =>
  guides.find(guide => guide.notes.some(note => note.at + note.length > total))

function setGuides(groove: Groove, guides: Guide[]): Result<Applied> {
  if (guides.length > LIMITS.guides) return refuse(`A groove has at most ${LIMITS.guides} guides.`)
  for (const guide of guides) {
    const read = readAs(guideSchema, guide, 'guide')
    if (!read.ok) return read
  }
  const outside = overlong(guides, grooveTicks(groove))
  if (outside) return refuse(`Notes of “${outside.name}” would last beyond the bars.`)
  return ok({ groove: { ...groove, guides }, inverse: { type: 'guides', guides: groove.guides } })
}

function addPart(groove: Groove, part: Part, index: number): Result<Applied> {
  const read = readAs(partSchema, part, 'part')
  if (!read.ok) return read
  if (groove.parts.length >= LIMITS.parts) return refuse(`A groove has at most ${LIMITS.parts} parts.`)
  if (groove.parts.some(other => other.id === part.id)) return refuse(`This groove already has a part “${part.id}”.`)
  const wrong = misplaced(read.value, part.strokes, grooveTicks(groove))
  if (wrong) return refuse(wrong)
  const place = Math.max(0, Math.min(groove.parts.length, index))
  return ok({
    groove: { ...groove, parts: groove.parts.toSpliced(place, 0, read.value) },
    inverse: { type: 'remove part', partId: part.id },
  })
}

function setPart(groove: Groove, index: number, part: Part, set: Partial<PartFacts>): Result<Applied> {
  const keys = Object.keys(set) as (keyof PartFacts)[]
  // What unlocks a part may change it too: it takes back an edit that changed and locked it.
  const allowed = set.locked === false || keys.every(key => key === 'locked' || key === 'muted')
  if (part.locked && !allowed) return isLocked(part)
  const read = readAs(partSchema, { ...part, ...set }, 'part')
  if (!read.ok) return read
  const last = barTicks(groove.bars.at(-1)!)
  if (read.value.pickUp && read.value.pickUp > last) return refuse(`A pick-up is at most the last bar, ${last} ticks.`)
  const wrong = misplaced(read.value, read.value.strokes, grooveTicks(groove))
  if (wrong) return refuse(wrong)
  const before = Object.fromEntries(keys.map(key => [key, part[key]])) as Partial<PartFacts>
  return ok({ groove: withPart(groove, index, read.value), inverse: { type: 'part', partId: part.id, set: before } })
}

function movePart(groove: Groove, from: number, part: Part, to: number): Result<Applied> {
  const place = mod(to, groove.parts.length)
  return ok({
    groove: { ...groove, parts: groove.parts.toSpliced(from, 1).toSpliced(place, 0, part) },
    inverse: { type: 'order', partId: part.id, index: from },
  })
}

function setStrokes(groove: Groove, index: number, part: Part, remove: number[], put: Stroke[]): Result<Applied> {
  if (part.locked) return isLocked(part)
  for (const stroke of put) {
    const read = readAs(strokeSchema, stroke, 'stroke')
    if (!read.ok) return read
  }
  const gone = new Set(remove)
  const removed = part.strokes.filter(stroke => gone.has(stroke.at))
  if (removed.length !== gone.size) return refuse(`“${part.name}” has no stroke to take away there.`)
  const strokes = [...part.strokes.filter(stroke => !gone.has(stroke.at)), ...put].sort((a, b) => a.at - b.at)
  if (strokes.length > LIMITS.strokes) return refuse(`A part has at most ${LIMITS.strokes} strokes.`)
  const wrong = misplaced(part, strokes, grooveTicks(groove))
  if (wrong) return refuse(wrong)
  return ok({
    groove: withPart(groove, index, { ...part, strokes }),
    inverse: { type: 'strokes', partId: part.id, remove: put.map(stroke => stroke.at), put: removed },
  })
}

/** What is wrong with where a part's strokes lie, if anything. */
function misplaced(part: Pick<Part, 'name' | 'every'>, strokes: readonly Stroke[], total: number): string | undefined {
  const end = part.every ?? total
  const taken = new Set<number>()
  for (const { at } of strokes) {
    if (at >= end) return `A stroke of “${part.name}” at tick ${at} would be beyond its ${end} ticks.`
    if (taken.has(at)) return `“${part.name}” would have two strokes at one instant (tick ${at}).`
    taken.add(at)
  }
  return undefined
}

function applyBatch(groove: Groove, label: string, edits: Edit[]): Result<Applied> {
  const inverses: Edit[] = []
  for (const edit of edits) {
    const applied = apply(groove, edit)
    if (!applied.ok) return applied
    groove = applied.value.groove
    inverses.unshift(applied.value.inverse)
  }
  return ok({ groove, inverse: { type: 'batch', label, edits: inverses } })
}
