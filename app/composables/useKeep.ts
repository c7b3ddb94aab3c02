import type { Groove, MoveMade } from '#core/groove'
import { asVariation } from '#core/vary'
import { useBench } from '../stores/bench'
import { api, newId } from './useApi'

/** Keeps what the open groove was changed into as a groove of its own that remembers it; what waits to be saved is sent first. */
export function useKeep() {
  const bench = useBench()
  return async (changed: Groove, made: MoveMade[], title: string): Promise<Groove> => {
    await bench.leave()
    const parent = bench.groove!
    const variation = asVariation(parent, bench.revision(), changed, newId(), title.slice(0, 120), made)
    await api.grooves.create(variation)
    return variation
  }
}
