import { type Groove, LIMITS, type MoveMade } from '#core/groove'
import { asVariation } from '#core/vary'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { useBench } from '../stores/bench'

/** Keeps what the open groove was changed into as a groove of its own that remembers it; what waits to be saved is sent first. */
export function useKeep() {
  const bench = useBench()
  return async (changed: Groove, made: MoveMade[], title: string): Promise<Groove> => {
    await bench.leave()
    const parent = bench.groove!
    const variation = asVariation(parent, bench.revision(), changed, newId(), title.slice(0, LIMITS.title), made)
    await api.grooves.create(variation)
    return variation
  }
}
