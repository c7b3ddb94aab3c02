import type { MapEvent } from '#core/editor'
import { api } from '../documents/api'
import { usePhrase } from '../stores/phrase'

/** Sends what hands do to the phrase's map, and says why something can't be done; grooves are fetched from the shelf first. */
export function useMap() {
  const store = usePhrase()
  const toast = useToast()
  const refused = (reason: string) => void toast.add({ title: reason, color: 'error' })

  /** Whether it could be done. */
  function send(event: MapEvent): boolean {
    const why = store.send(event)
    if (why !== undefined) refused(why)
    return why === undefined
  }
  /** A groove of the shelf into the phrase: in a new section, in place of the chosen section's, or the last time round. */
  async function take(type: 'add' | 'play' | 'turn', grooveId: string) {
    try {
      const { document: groove, revision } = await api.grooves.get(grooveId)
      send({ type, groove, revision })
    } catch (error) {
      refused((error as Error).message)
    }
  }
  function step(direction: 'takeBack' | 'bringBack') {
    const done = store[direction]()
    if (!done.ok) toast.add({ title: done.reason })
  }
  return { send, take, step, refused }
}
