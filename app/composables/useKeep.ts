import { together } from '#core/edit'
import { type Groove, LIMITS, type MoveMade, apply, following } from '#core/groove'
import { asVariation, titleAfter } from '#core/vary'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { useBench } from '../stores/bench'
import { useDrummer } from '../stores/drummer'

/** Keeps what the open groove was changed into as a separate groove that remembers it, under a name or what changed; what waits to be saved is sent first. */
export function useKeep() {
  const bench = useBench()
  const drummer = useDrummer()
  return async (changed: Groove, made: MoveMade[], name = ''): Promise<Groove> => {
    await bench.leave()
    const parent = bench.here
    // Names and roles follow what is in the parts, as they do after an edit.
    const named = apply(changed, together('', following(parent, changed, drummer.named)))
    const after = named.ok ? named.value.document : changed
    // No two of a family are called alike; where the others can't be asked, a title may come twice.
    const family = await api.grooves.list({ family: parent.id }).catch(() => [])
    const taken = family.map(({ summary }) => summary.title)
    const title = name ? `${parent.title}, ${name}` : titleAfter(parent, made, after, taken)
    const variation = asVariation(parent, bench.revision(), after, newId(), title.slice(0, LIMITS.title), made)
    await api.grooves.create(variation)
    return variation
  }
}
