import { computed, markRaw, toRaw } from 'vue'
import type { Summaries } from '#core/documents'
import type { Groove } from '#core/groove'
import type { Listed, Stored } from '#core/documents/wire'
import { api } from './api'
import { ANY, shelved } from './shelf'

/**
 * What a page shows first, fetched where the server draws it and handed to the page along with what it drew, so that the page takes over
 * just that: undefined at later visits, which the page fetches itself, and where it could not be fetched. Called where a page is set up.
 */
export function useDrawn<T extends object>(key: string, fetch: () => Promise<T | undefined>) {
  const drawn = useState<T | undefined>(key, () => undefined)
  onServerPrefetch(async () => {
    const fetched = await fetch().catch(() => undefined)
    // Documents never change in place: a proxy for each stroke of them would take a third of the time to draw and to send them.
    drawn.value = fetched && markRaw(fetched)
  })
  onMounted(pressEarly)
  onUnmounted(() => (drawn.value = undefined))
  return computed(() => toRaw(drawn.value))
}

/** The newest grooves, as the Shelf shows them first: their lines in a list, and themselves, in no order. */
interface FirstCards {
  lines: Listed<Summaries['groove']>[]
  whole: Stored<Groove>[]
}

/** As many as a large screen shows. */
const FIRST = 12

/** Lines, and after them what they are variations of: a family folds into its first ancestor, which may have been changed long ago. */
async function withAncestors(lines: FirstCards['lines']): Promise<FirstCards['lines']> {
  const here = new Set(lines.map(line => line.summary.id))
  const missing = new Set(lines.flatMap(({ summary: { parent } }) => (parent && !here.has(parent.id) ? parent.id : [])))
  const found = missing.size ? await api.grooves.list({ only: [...missing] }) : []
  return found.length ? withAncestors([...lines, ...found]) : lines
}

/** The first cards of the Shelf; see {@link useDrawn}. */
export const useFirstCards = () =>
  useDrawn<FirstCards>('first-cards', async () => {
    const lines = shelved(await withAncestors(await api.grooves.list({ most: 2 * FIRST })), ANY).cards.slice(0, FIRST)
    const whole = await api.grooves.some(lines.map(line => line.summary.id))
    return whole.length ? { lines, whole } : undefined
  })

interface EarlyPage {
  bazzetEarly?: ((event: MouseEvent) => void) | undefined
  bazzetPressed?: HTMLElement | null | undefined
}

/**
 * What was pressed before the page could answer is pressed again (see nuxt.config.ts), once the page is mounted. Only what still stands
 * there is, and only once.
 */
function pressEarly() {
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
export const typedEarly = (field: string): string =>
  import.meta.client ? (document.querySelector<HTMLInputElement>(field)?.value ?? '') : ''
