import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'

/** True where keys are text, not commands. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** True on what Space or letters already mean something to. */
const isPressable = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.closest('button, a, [role=menu], [role=listbox], [role=slider]') !== null)

/** True in what lies over the station: its keys are its own. */
const isOver = (target: EventTarget | null): boolean => target instanceof HTMLElement && target.closest('[role=dialog]') !== null

/** Keys that work anywhere on a station, as long as nobody is typing and nothing lies over it. Names are like `Ctrl+Shift+z` or ` `. */
export function useStationKeys(keys: Record<string, () => unknown>) {
  useEventListener(window, 'keydown', (event) => {
    if (event.defaultPrevented || event.altKey || isTyping(event.target) || isOver(event.target)) return
    const name = `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.shiftKey && event.key.length === 1 && /[a-z]/i.test(event.key) ? 'Shift+' : ''}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`
    if (event.key === ' ' && isPressable(event.target)) return
    const act = keys[name]
    if (!act) return
    event.preventDefault()
    act()
  })
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
