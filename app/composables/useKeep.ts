import { together } from '#core/edit'
import { type Groove, LIMITS, type MoveMade, apply, following } from '#core/groove'
import { asVariation } from '#core/vary'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { useBench } from '../stores/bench'
import { useDrummer } from '../stores/drummer'

/** Keeps what the open groove was changed into as a separate groove that remembers it; what waits to be saved is sent first. */
export function useKeep() {
  const bench = useBench()
  const drummer = useDrummer()
  return async (changed: Groove, made: MoveMade[], title: string): Promise<Groove> => {
    await bench.leave()
    const parent = bench.here
    // Names and roles follow what is in the parts, as they do after an edit.
    const named = apply(changed, together('', following(parent, changed, drummer.named)))
    const variation = asVariation(
      parent,
      bench.revision(),
      named.ok ? named.value.document : changed,
      newId(),
      title.slice(0, LIMITS.title),
      made,
    )
    await api.grooves.create(variation)
    return variation
  }
}
