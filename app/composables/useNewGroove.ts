import type { Groove } from '#core/groove'
import { ApiProblem, api } from '../documents/api'
import { newId } from '../documents/ids'

/** A groove that is new here, kept and opened on the Bench: one begun, or one read from a file. */
export function useNewGroove() {
  const toast = useToast()

  async function keep(groove: Groove) {
    try {
      await api.grooves.create(groove)
    } catch (error) {
      // A groove opened twice stands beside the first, under an id of its own.
      if (!(error instanceof ApiProblem) || error.status !== 409) return void toast.add({ title: `“${groove.title}” was not kept`, description: (error as Error).message, color: 'error' })
      groove = { ...groove, id: newId() }
      await api.grooves.create(groove)
      toast.add({ title: `“${groove.title}” was here already; this is a second one.` })
    }
    await navigateTo(`/bench/${groove.id}`)
  }

  /** The file that was chosen in a field, read and kept; what is wrong with it is said, and nothing is kept. */
  async function openFile(event: Event) {
    const input = event.target as HTMLInputElement
    const chosen = input.files?.[0]
    input.value = ''
    if (!chosen) return
    const { readGrooveJson } = await import('#core/formats')
    const read = readGrooveJson(await chosen.text())
    if (!read.ok) return void toast.add({ title: `“${chosen.name}” was not opened`, description: read.reason, color: 'error', duration: 20000 })
    await keep(read.value)
  }
  return { keep, openFile }
}
