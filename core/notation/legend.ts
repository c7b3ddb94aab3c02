import type { Groove } from '#core/groove'

/** Signs over hats, in the order of how far they are apart. */
const HATS = [
  ['open', 'o is open'],
  ['half open', 'ø half open'],
  ['loose', '⊕ loose'],
  ['tight', '+ tight'],
] as const

/**
 * What the signs on a sheet of these grooves mean, in a sentence or two; only of signs that are there.
 * @example sayLegend([groove]) // => 'A head in brackets is a ghost.'
 */
export function sayLegend(grooves: readonly Pick<Groove, 'parts'>[]): string {
  const strokes = grooves.flatMap(({ parts }) => parts.flatMap(part => part.strokes))
  const hats = HATS.filter(([kind]) => strokes.some(one => one.stroke === kind)).map(([, says]) => says)
  const ghosts = strokes.some(one => one.level === 1) ? 'A head in brackets is a ghost.' : ''
  const over = hats.length
    ? `Over the hats ${hats.join(', ')}${hats.some(one => one.startsWith('o ')) ? ', + closed again' : ''}.`
    : ''
  return [ghosts, over].filter(Boolean).join(' ')
}
