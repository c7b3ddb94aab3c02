import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { DEFAULT_KIT, KITS, type Kit } from '#core/kit'
import { ApiProblem, type Stored, api } from '../composables/useApi'

/** The player's kits, loaded once and kept as they are changed. Until they are there, the shipped ones stand in. */
export const useKits = defineStore('kits', () => {
  const stored = shallowRef<Stored<Kit>[]>(KITS.map(document => ({ document, revision: 1, updatedAt: '' })))
  const loaded = ref(false)
  let loading: Promise<void> | undefined

  /** Fetches the kits, once; a failure leaves the shipped ones and is tried again at the next call. */
  const load = () => (loading ??= reload().catch(() => { loading = undefined }))

  async function reload() {
    stored.value = await api.kits.list()
    loaded.value = true
  }

  /** The kit of that id, or the first there is. */
  const of = (id: string): Kit => (stored.value.find(one => one.document.id === id) ?? stored.value.find(one => one.document.id === DEFAULT_KIT.id) ?? stored.value[0])?.document ?? DEFAULT_KIT
  const has = (id: string): boolean => stored.value.some(one => one.document.id === id)

  const replace = (one: Stored<Kit>) => (stored.value = stored.value.map(other => (other.document.id === one.document.id ? one : other)))

  let saving: Promise<unknown> = Promise.resolve()
  /**
   * Shows a changed kit at once and saves it. Saves go out one after another; one refused as stale is answered with the
   * server's version, and the reason.
   */
  async function save(kit: Kit): Promise<string | undefined> {
    const before = stored.value.find(one => one.document.id === kit.id)
    if (!before) return 'This kit is no longer here.'
    replace({ ...before, document: kit })
    const turn = saving.then(async () => {
      const base = stored.value.find(one => one.document.id === kit.id)!
      const { revision, updatedAt } = await api.kits.save(kit, base.revision)
      const now = stored.value.find(one => one.document.id === kit.id)
      if (now) replace({ ...now, revision, updatedAt })
    })
    saving = turn.catch(() => undefined)
    try {
      await turn
      return undefined
    } catch (error) {
      if (error instanceof ApiProblem) await reload()
      return (error as Error).message
    }
  }

  async function create(kit: Kit) {
    const made = await api.kits.create(kit)
    stored.value = [made, ...stored.value]
  }

  async function bin(id: string) {
    await saving
    await api.kits.bin(id)
    stored.value = stored.value.filter(one => one.document.id !== id)
  }

  async function restore(id: string) {
    await api.kits.restore(id)
    await reload()
  }

  return { stored, loaded, load, of, has, save, create, bin, restore }
})
