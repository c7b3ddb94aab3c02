import type { Misfit } from '#core/edit'
import { type BarTime, barsTicks } from '#core/time'
import { LIMITS, barTicks } from './bounds'

/** What this file asks of a groove; the schema reads it before its own type is known. */
interface Fitting {
  bars: readonly BarTime[]
  pickUp: { ticks: number } | null
  guides: readonly { name: string; notes: readonly { at: number; length: number }[] }[]
  parts: readonly {
    id: string
    name: string
    every: number | null
    pickUp: number | null
    strokes: readonly { at: number }[]
  }[]
}

/** What is said of two parts of one id. @internal */
export const doubledPart = (id: string): string => `Two parts have the id “${id}”; each needs its own.`
/** What is said of two strokes of a part at one instant. @internal */
export const doubledStroke = (name: string, at: number): string =>
  `“${name}” has two strokes at tick ${at}; a part has one stroke at an instant.`

/**
 * Everything in a groove that does not fit together: too many of anything, ids twice, strokes and notes beyond the bars, two
 * strokes of a part at one instant, pick-ups longer than the last bar. What was there `before`, over the same bars, did fit.
 * @internal
 */
export function grooveMisfits({ bars, pickUp, guides, parts }: Fitting, before?: Fitting): Misfit[] {
  const found: Misfit[] = []
  const most = (path: string, many: number, limit: number, what: string) => {
    if (many > limit) found.push({ path: [path], reason: `A groove has at most ${limit} ${what}.` })
  }
  most('bars', bars.length, LIMITS.bars, 'bars')
  most('parts', parts.length, LIMITS.parts, 'parts')
  most('guides', guides.length, LIMITS.guides, 'guides')
  if (!bars.length) return [{ path: ['bars'], reason: 'A groove has at least one bar.' }]
  const total = barsTicks(bars)
  const last = barTicks(bars.at(-1)!)
  const overlong = (path: (string | number)[], ticks: number | null | undefined) => {
    if (ticks && ticks > last) found.push({ path, reason: `A pick-up is at most the last bar, ${last} ticks.` })
  }
  overlong(['pickUp', 'ticks'], pickUp?.ticks)
  guides.forEach((guide, g) =>
    guide.notes.forEach((note, n) => {
      if (note.at + note.length > total)
        found.push({
          path: ['guides', g, 'notes', n, 'at'],
          reason: `A note of “${guide.name}” would last beyond the ${total} ticks of the bars.`,
        })
    }),
  )
  const known = new Set(before?.bars === bars ? before.parts : [])
  const ids = new Set<string>()
  parts.forEach((part, p) => {
    if (ids.has(part.id)) found.push({ path: ['parts', p, 'id'], reason: doubledPart(part.id) })
    ids.add(part.id)
    if (known.has(part)) return
    overlong(['parts', p, 'pickUp'], part.pickUp)
    if (part.strokes.length > LIMITS.strokes)
      found.push({ path: ['parts', p, 'strokes'], reason: `A part has at most ${LIMITS.strokes} strokes.` })
    const end = part.every ?? total
    const where = part.every
      ? `its cycle of ${end} ticks`
      : `the ${bars.length === 1 ? 'bar' : `${bars.length} bars`}, ${end} ticks`
    const taken = new Set<number>()
    part.strokes.forEach(({ at }, s) => {
      const path = ['parts', p, 'strokes', s, 'at']
      if (at >= end) found.push({ path, reason: `A stroke of “${part.name}” at tick ${at} is beyond ${where} long.` })
      if (taken.has(at)) found.push({ path, reason: doubledStroke(part.name, at) })
      taken.add(at)
    })
  })
  return found
}
