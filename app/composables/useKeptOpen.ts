import { useDocumentVisibility, useEventListener } from '@vueuse/core'
import { watch } from 'vue'

/** What a page needs of the document it has open. */
interface Kept { sendOnClose(): void, refresh(): Promise<void>, leave(): Promise<void>, tryOut(change: undefined): unknown }

/** While a page has a document open: what waits is sent as the page goes or is left, and it is looked at again as it comes back into view. */
export function useKeptOpen(open: Kept) {
  useEventListener(window, 'pagehide', () => open.sendOnClose())
  watch(useDocumentVisibility(), (now) => {
    if (now === 'visible') void open.refresh()
    else open.sendOnClose()
  })
  onBeforeRouteLeave(async () => {
    open.tryOut(undefined)
    await open.leave()
  })
}
