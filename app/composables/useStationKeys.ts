import { useEventListener } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { type Handlers, type KeyGroup, byKey } from '../keys'
import { TEXT_FIELDS, isWithin } from '../typing'

/** Where keys are text, and what lies over a station: both have keys of their own. What is fading away lies over nothing. */
const OWN = [
  TEXT_FIELDS,
  ...['dialog', 'menu', 'listbox'].map(role => `[role=${role}]:not([data-state=closed])`),
].join()
/** What Space and Enter already mean something to. */
const PRESSABLE = 'button, a, [role=slider]'

/** A key as the UI library names it: `'meta_shift_z'` (Ctrl where there is no ⌘), `' '`. */
const libraryName = (name: string) =>
  name.replace('Ctrl+', 'meta_').replace('Alt+', 'alt_').replace('Shift+', 'shift_').replace('Space', ' ')

/** The keys of a group that work anywhere on its station, as long as nobody is typing and nothing lies over it. */
export function useStationKeys<G extends KeyGroup>(group: G, handlers: Handlers<G>) {
  const at = shallowRef<EventTarget | null>(null)
  // Where the key goes is known before the library looks at it.
  useEventListener(window, 'keydown', event => (at.value = event.target), { capture: true })
  // Whether somebody is typing is seen by where the key goes: the library goes by what had the focus last, which may be gone.
  const shortcuts = Object.fromEntries(
    Object.entries(byKey(group, handlers)).map(([name, act]) => [
      libraryName(name),
      { usingInput: true, handler: () => void act() },
    ]),
  )
  const withoutPress = Object.fromEntries(
    Object.entries(shortcuts).filter(([name]) => name !== ' ' && name !== 'Enter'),
  )
  defineShortcuts(
    computed(() => (isWithin(at.value, OWN) ? {} : isWithin(at.value, PRESSABLE) ? withoutPress : shortcuts)),
  )
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
