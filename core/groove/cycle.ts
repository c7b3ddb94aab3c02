import { together } from '#core/edit'
import { lcm, mod } from '#core/time'
import type { Edit } from './edits'

import { type Groove, type Part, type Stroke, barTicks, grooveTicks } from './schema'

/**
 * The stroke of a part that sounds at a tick of the first pass; a part with its own cycle comes round to it.
 * @example strokeAt(part('bass'), 12600).level // => 4
 */
export const strokeAt = (part: Part, at: number): Stroke | undefined => {
  const own = ownTick(part, at)
  return part.strokes.find(stroke => stroke.at === own)
}

/**
 * A tick of the bars as a tick of the part: within its cycle, where it has one.
 * @example [ownTick({ every: 3780 }, 5040), ownTick({ every: null }, 5040)] // => [1260, 5040]
 */
export const ownTick = (part: Pick<Part, 'every'>, at: number): number => (part.every ? mod(at, part.every) : at)

/**
 * A part made to repeat every `every` ticks against the bars, or (with null) to run once through them all. Going into
 * a cycle keeps what lies within it; coming out writes the first pass out in full.
 * @example apply(groove, cycled(groove, part('bass'), 3780)).value.document.parts[3].every // => 3780
 */
export function cycled(groove: Groove, part: Part, every: number | null): Edit {
  const total = grooveTicks(groove)
  const before = part.every ?? total
  const end = every ?? total
  const laps = Math.ceil(end / before)
  const unrolled = Array.from({ length: laps }, (_, lap) =>
    part.strokes.map(stroke => ({ ...stroke, at: stroke.at + lap * before })),
  )
    .flat()
    .filter(stroke => stroke.at < end)
  const label = every === null ? `“${part.name}” runs with the bars` : `“${part.name}” repeats on its own`
  return together(label, [
    { type: 'strokes', partId: part.id, remove: part.strokes.map(stroke => stroke.at), put: [] },
    { type: 'part', partId: part.id, set: { every } },
    { type: 'strokes', partId: part.id, remove: [], put: unrolled },
  ])
}

/**
 * The stroke of a groove that an event of any round is of: its part, and its tick there.
 * @example refOf(groove, { partId: 'bass', at: 12600 }) // => { partId: 'bass', at: 12600 }
 */
export function refOf(groove: Groove, { partId, at }: { partId: string; at: number }): { partId: string; at: number } {
  const part = groove.parts.find(one => one.id === partId)
  return { partId, at: part?.every ? mod(at, part.every) : mod(at, grooveTicks(groove)) }
}

/**
 * After how many times through the bars every part comes round to where it began: `1` where none has its own cycle.
 * @example [passesUntilAlike(groove), passesUntilAlike({ bars, parts: [{ ...part('bass'), every: 3780 }] })] // => [1, 3]
 */
export function passesUntilAlike(groove: Pick<Groove, 'bars' | 'parts'>): number {
  const total = grooveTicks(groove)
  return groove.parts.reduce((all, { every }) => (every ? lcm(all, every) : all), total) / total
}

/** After how many bars a part with its own cycle meets the first bar line again; undefined where the bars differ in length and passes must be counted. @internal */
export function comesRound(groove: Pick<Groove, 'bars'>, every: number): { bars: number } | { passes: number } {
  const lengths = new Set(groove.bars.map(barTicks))
  const total = grooveTicks(groove)
  if (lengths.size === 1) return { bars: lcm(every, total / groove.bars.length) / (total / groove.bars.length) }
  return { passes: lcm(every, total) / total }
}

/**
 * `'Comes round after 3 bars.'`
 * @example sayComesRound(groove, 3780) // => 'Comes round after 3 bars.'
 * @example sayComesRound(groove, 3780) // => 'Comes round after 3 bars.'
 */
export function sayComesRound(groove: Pick<Groove, 'bars'>, every: number): string {
  const round = comesRound(groove, every)
  if ('passes' in round)
    return `Comes round after ${round.passes} time${round.passes === 1 ? '' : 's'} through the bars.`
  return round.bars === 1 ? 'Comes round in every bar.' : `Comes round after ${round.bars} bars.`
}
