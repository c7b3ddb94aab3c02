import { useEventListener } from '@vueuse/core'
import { computed, shallowRef } from 'vue'

const within = (target: EventTarget | null, selector: string): boolean => target instanceof HTMLElement && target.closest(selector) !== null

/** Where keys are text, and what lies over a station: both have keys of their own. What is fading away lies over nothing. */
const OWN = ['input', 'textarea', 'select', '[contenteditable=true]', ...['dialog', 'menu', 'listbox'].map(role => `[role=${role}]:not([data-state=closed])`)].join()
/** What Space already means something to. */
const PRESSABLE = 'button, a, [role=slider]'

/**
 * Keys that work anywhere on a station, as long as nobody is typing and nothing lies over it. Names are the UI library's,
 * such as `meta_shift_z` (Ctrl where there is no ⌘) or ` `.
 */
export function useStationKeys(keys: Record<string, () => unknown>) {
  const at = shallowRef<EventTarget | null>(null)
  // Where the key goes is known before the library looks at it.
  useEventListener(window, 'keydown', event => (at.value = event.target), { capture: true })
  // Whether somebody is typing is seen by where the key goes: the library goes by what had the focus last, which may be gone.
  const shortcuts = Object.fromEntries(Object.entries(keys).map(([name, act]) => [name, { usingInput: true, handler: () => void act() }]))
  const { ' ': _, ...withoutSpace } = shortcuts
  defineShortcuts(computed(() => (within(at.value, OWN) ? {} : within(at.value, PRESSABLE) ? withoutSpace : shortcuts)))
}

/** The sheet of all keys: whether it is open, and whether it was ever wanted, so that it is fetched only then. */
export function useKeySheet() {
  const wanted = useState('key-sheet-wanted', () => false)
  const shown = useState('key-sheet', () => false)
  const open = computed({
    get: () => shown.value,
    set: (now: boolean) => {
      wanted.value ||= now
      shown.value = now
    },
  })
  return { open, wanted }
}
