import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { replacing } from '#core/edit'
import { DEFAULT_KIT, HOUSE_LIMITS, KITS, type Kit } from '#core/kit'
import { api } from '../documents/api'
import { useOpenDocument, useTabs } from '../documents/here'
import { useDrummer } from './drummer'

const MINE = ', mine'

/**
 * The player's kits: all of them, for a groove may name any, and the one that is open on the Kit station. A kit as it is
 * played carries the limits of the player who sits at it. Until they are there, the shipped ones stand in.
 */
export const useKits = defineStore('kits', () => {
  const drummer = useDrummer()
  const kept = shallowRef<Kit[]>([...KITS])
  const loaded = ref(false)
  let loading: Promise<void> | undefined
  const open = useOpenDocument<'kit', Kit>(
    {
      kind: 'kit',
      rules: async () => {
        const { readKit } = await import('#core/kit')
        return { apply: replacing(readKit), read: readKit }
      },
      copied: (kit, id) => ({ ...kit, id, name: kit.name.slice(0, 60 - MINE.length) + MINE }),
    },
    api.kits,
  )
  const tabs = useTabs()

  /** Fetches the kits, once; a failure leaves the shipped ones and is tried again at the next call. */
  const load = () =>
    (loading ??= Promise.all([reload(), drummer.load()]).then(
      () => undefined,
      () => {
        loading = undefined
      },
    ))

  async function reload() {
    const list = await api.kits.list()
    const whole = new Map(
      (await api.kits.some(list.map(one => one.summary.id))).map(one => [one.document.id, one.document]),
    )
    kept.value = list.flatMap(({ summary }) => whole.get(summary.id) ?? [])
    loaded.value = true
  }
  tabs.hear(news => news.kind === 'kit' && loaded.value && void reload().catch(() => undefined))

  /** The documents as they are kept, the open one as it is here. */
  const all = computed<Kit[]>(() =>
    kept.value.map(kit => (kit.id === open.document.value?.id ? open.document.value : kit)),
  )
  /** The same as they are played. Ours need not be carried. */
  const played = computed(
    () =>
      new Map(
        all.value.map(kit => [kit.id, drummer.limits === HOUSE_LIMITS ? kit : { ...kit, limits: drummer.limits }]),
      ),
  )

  /** The kit of that id as this player plays it, or the first there is. */
  const of = (id: string): Kit =>
    played.value.get(id) ?? played.value.get(DEFAULT_KIT.id) ?? played.value.values().next().value ?? DEFAULT_KIT
  const has = (id: string): boolean => kept.value.some(kit => kit.id === id)

  async function create(kit: Kit) {
    await api.kits.create(kit)
    await reload()
  }
  /** The open kit goes to the bin; answers the way back. */
  const bin = () => open.toBin(reload)

  return { ...open, all, loaded, load, of, has, create, bin }
})
