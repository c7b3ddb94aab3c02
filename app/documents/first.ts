import type { Summaries } from '#core/documents'
import type { Groove } from '#core/groove'
import { type Listed, type Stored, api } from './api'

/** The newest grooves, as the Shelf shows them first: their lines in a list, and themselves, in no order; and when the server drew them, by its clock. */
export interface FirstCards { lines: Listed<Summaries['groove']>[], whole: Stored<Groove>[], at: number }

/** As many as a large screen shows. */
const FIRST = 12

/**
 * The first cards of the Shelf, fetched where the server draws it and handed to the page along with what it drew: undefined
 * at later visits, which the page draws itself, and where they could not be read. Called where a page is set up.
 */
export function useFirstCards() {
  const first = useState<FirstCards | undefined>('first-cards', () => undefined)
  onServerPrefetch(async () => {
    const lines = await api.grooves.list({ most: FIRST }).catch(() => [])
    const whole = await api.grooves.some(lines.map(line => line.summary.id)).catch(() => [])
    if (whole.length) first.value = { lines, whole, at: Date.now() }
  })
  onMounted(pressEarly)
  onUnmounted(() => (first.value = undefined))
  return first
}

interface EarlyPage { bazzetEarly?: ((event: MouseEvent) => void) | undefined, bazzetPressed?: HTMLElement | null | undefined }

/**
 * What was pressed before the page could answer is pressed again (see nuxt.config.ts): called by every page that the server draws, once it
 * is mounted. Only what still stands there is, and only once.
 */
export function pressEarly() {
  const pressed = (window as EarlyPage).bazzetPressed
  forgetEarly()
  if (pressed?.isConnected) pressed.click()
}

/** Presses are remembered no more: the page answers them itself. */
export function forgetEarly() {
  const page = window as EarlyPage
  if (page.bazzetEarly) removeEventListener('click', page.bazzetEarly, true)
  page.bazzetEarly = page.bazzetPressed = undefined
}

/** What was typed into a field before the page could hear it. */
export const typedEarly = (field: string): string => (import.meta.client ? document.querySelector<HTMLInputElement>(field)?.value ?? '' : '')
