import type { Groove } from '#core/groove'
import { api } from '../documents/api'
import { ApiProblem } from '../documents/ask'
import { newId } from '../documents/ids'

/** A groove that is new here, kept and opened on the Bench: one begun, or one read from a file. */
export function useNewGroove() {
  const toast = useToast()

  async function keep(groove: Groove) {
    try {
      await api.grooves.create(groove)
    } catch (error) {
      // A groove opened twice is beside the first, under its own id.
      if (!(error instanceof ApiProblem) || error.status !== 409)
        return void toast.add({
          title: `“${groove.title}” was not kept`,
          description: (error as Error).message,
          color: 'error',
        })
      groove = { ...groove, id: newId() }
      await api.grooves.create(groove)
      toast.add({ title: `“${groove.title}” was here already; this is a second one.` })
    }
    await navigateTo(`/bench/${groove.id}`)
  }
  return { keep }
}
