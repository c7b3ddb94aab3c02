import { useDocumentVisibility, useEventListener } from '@vueuse/core'
import { watch } from 'vue'
import { useBench } from '../stores/bench'

/** While a page has the groove open: what waits is sent as the page goes or is left, and it is looked at again as it comes back into view. */
export function useKeptOpen() {
  const bench = useBench()
  useEventListener(window, 'pagehide', () => bench.sendOnClose())
  watch(useDocumentVisibility(), (now) => {
    if (now === 'visible') void bench.refresh()
    else bench.sendOnClose()
  })
  onBeforeRouteLeave(async () => {
    bench.tryOut(undefined)
    await bench.leave()
  })
}
