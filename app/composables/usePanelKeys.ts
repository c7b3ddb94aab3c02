import { type Ref, onMounted } from 'vue'
import { type Handlers, type KeyGroup, byKey, keyOf } from '../keys'

/** The keys of a panel that has the focus to itself as it opens: they work while it is on the panel, and not on a button in it. */
export function usePanelKeys<G extends KeyGroup>(
  root: Readonly<Ref<HTMLElement | null>>,
  group: G,
  handlers: Handlers<G>,
) {
  const deeds = byKey(group, handlers)
  onMounted(() => root.value?.focus())
  return (event: KeyboardEvent) => {
    const act = event.target === root.value ? deeds[keyOf(event)] : undefined
    if (!act) return
    event.preventDefault()
    act()
  }
}
