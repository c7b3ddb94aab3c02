import { type H3Event, getQuery } from 'h3'
import { z } from 'zod'
import { LIMBS } from '#core/kit'
import type { LogFilter } from '#core/practise'
import { problem } from './problems'

const daySchema = z.iso.date()

/** A calendar day from a query or a path, or a refusal that says how a day is written. */
export function dayOf(value: unknown, name: string): string {
  const day = daySchema.safeParse(value)
  if (!day.success)
    throw problem(422, `${name} is the player’s own day, written like 2026-01-31; “${String(value ?? '')}” is none.`, {
      problems: [{ path: name, reason: 'A day is written like 2026-01-31.' }],
    })
  return day.data
}

/** Which entries a request means: `?about=ID&plan=ID&style=…&tag=…&limb=RF&from=…&to=…`, each left out where it does not matter. */
export function filterOf(event: H3Event): LogFilter {
  const query = getQuery(event)
  const filter: LogFilter = {}
  for (const name of ['about', 'plan', 'style', 'tag'] as const)
    if (typeof query[name] === 'string' && query[name] !== '') filter[name] = query[name]
  for (const name of ['from', 'to'] as const)
    if (query[name] !== undefined && query[name] !== '') filter[name] = dayOf(query[name], name)
  if (query.limb !== undefined && query.limb !== '') {
    const limb = LIMBS.find(one => one === query.limb)
    if (!limb)
      throw problem(422, `limb is one of: ${LIMBS.join(', ')}; “${String(query.limb)}” is none.`, {
        problems: [{ path: 'limb', reason: `One of: ${LIMBS.join(', ')}.` }],
      })
    filter.limb = limb
  }
  return filter
}

/** Days of a spacing from a query: `'1,2,4' // => [1, 2, 4]`. */
export function spacingOf(value: unknown): number[] | undefined {
  if (value === undefined) return undefined
  const days = String(value).split(',').map(Number)
  if (
    !days.length ||
    days.length > 12 ||
    days.some((day, i) => !Number.isInteger(day) || day < 1 || day > 365 || (i > 0 && day < days[i - 1]!))
  ) {
    throw problem(
      422,
      `spacing is up to 12 numbers of days from 1 to 365, none less than the one before, such as 1,2,4,8; “${String(value)}” is not.`,
      { problems: [{ path: 'spacing', reason: 'Up to 12 rising numbers of days, such as 1,2,4,8.' }] },
    )
  }
  return days
}
