import { useDocumentVisibility, useEventListener } from '@vueuse/core'
import { watch } from 'vue'

/** What a page needs of the document it has open. */
interface Kept {
  sendOnClose(): void
  lookAway(): void
  refresh(): Promise<void>
  leave(): Promise<void>
  tryOut(change: undefined): unknown
}

/** While a page has a document open: what waits is sent as the page goes, is left or looked away from, and it is looked at again as the player comes back. */
export function useKeptOpen(open: Kept) {
  useEventListener(window, 'pagehide', () => open.sendOnClose())
  watch(useDocumentVisibility(), now => {
    if (now === 'visible') void open.refresh()
    else open.lookAway()
  })
  // Another window beside this one hides nothing.
  useEventListener(window, 'blur', () => open.lookAway())
  useEventListener(window, 'focus', () => void open.refresh())
  onBeforeRouteLeave(async () => {
    open.tryOut(undefined)
    await open.leave()
  })
}
