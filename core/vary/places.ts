import type { Groove, MoveMade, Span } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import type { Move, Params, PromiseId } from './move'
import { choicesOf, placeOf } from './params'
import { firstBroken } from './promises'
import { runMove } from './run'

/** A move made at one place of a groove: the place as it is called, its parameters, and what comes of it. */
export interface AtPlace {
  place: string
  params: Params
  groove: Groove
  made: MoveMade
  sentence: string
}

/**
 * A move at each of the places it could be made, one at a time, the rest of its parameters as they are: those where it finds something to do
 * and keeps what is promised, no two alike. Nothing for a move that asks for no place.
 * @example eachPlace(moveOf('bass-add'), groove, { slot: 0 }, kit, ['playable']).slice(0, 3).map(one => one.place) // => ['e of 1', '& of 1', 'a of 1']
 */
export function eachPlace(
  move: Move,
  groove: Groove,
  params: Params,
  kit: Kit,
  promises: readonly PromiseId[] = [],
  span?: Span,
): AtPlace[] {
  const spec = placeOf(move)
  if (!spec) return []
  const seen = new Set<string>()
  return present(choicesOf(spec, groove, kit), 'places').flatMap(({ value, label }) => {
    const here: Params = { ...params, [spec.id]: spec.kind === 'slots' ? [value as number] : value }
    const done = runMove(move, groove, here, kit, span)
    if (!done.ok || firstBroken(promises, groove, done.value.groove, kit)) return []
    const written = JSON.stringify(done.value.groove.parts)
    if (seen.has(written)) return []
    seen.add(written)
    return [
      { place: label, params: here, groove: done.value.groove, made: done.value.made, sentence: done.value.sentence },
    ]
  })
}
