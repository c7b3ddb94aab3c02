import { onScopeDispose, ref, shallowRef } from 'vue'
import type { FillGround, FillSearch } from '#core/phrase'
import type { FillsWorker, FoundFill } from '../workers/fills.worker'
import { plain, remoteWorker } from '../workers/remote'

/** The search for fills, run in a worker; another search, or leaving, outdates the one before. */
export function useFills() {
  const running = ref(false)
  const found = shallowRef<FoundFill[]>([])
  const worker = remoteWorker<FillsWorker>(
    () => new Worker(new URL('../workers/fills.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  /** `off` are the rules of taste that are not to speak, by their ids. */
  async function search(wanted: FillSearch, ground: FillGround, off: readonly string[]) {
    const mine = ++turn
    running.value = true
    try {
      const ideas = await worker.remote.search(wanted, plain(ground), [...off])
      if (mine === turn) found.value = ideas
    } finally {
      if (mine === turn) running.value = false
    }
  }
  onScopeDispose(() => {
    turn++
    worker.end()
  })
  return { running, found, search }
}
