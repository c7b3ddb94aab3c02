import { useEventListener } from '@vueuse/core'

/** True where keys are text, not commands. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** True on what Space or letters already mean something to. */
const isPressable = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.closest('button, a, [role=menu], [role=listbox], [role=slider]') !== null)

/** Keys that work anywhere on a station, as long as nobody is typing. Names are like `Ctrl+Shift+z` or ` `. */
export function useStationKeys(keys: Record<string, () => unknown>) {
  useEventListener(window, 'keydown', (event) => {
    if (event.defaultPrevented || event.altKey || isTyping(event.target)) return
    const name = `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.shiftKey && event.key.length === 1 && /[a-z]/i.test(event.key) ? 'Shift+' : ''}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`
    if (event.key === ' ' && isPressable(event.target)) return
    const act = keys[name]
    if (!act) return
    event.preventDefault()
    act()
  })
}
