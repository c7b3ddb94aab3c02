import { type Remote, wrap } from 'comlink'
import { onScopeDispose, ref, shallowRef } from 'vue'
import type { FillGround, FillSearch } from '#core/phrase'
import type { FillsWorker, FoundFill } from '../workers/fills.worker'

/** The search for fills, run in a worker; another search, or leaving, outdates the one before. */
export function useFills() {
  const running = ref(false)
  const found = shallowRef<FoundFill[]>([])
  let raw: Worker | undefined
  let worker: Remote<FillsWorker> | undefined
  let turn = 0

  /** `off` are the rules of taste that are not to speak, by their ids. */
  async function search(wanted: FillSearch, ground: FillGround, off: readonly string[]) {
    const mine = ++turn
    running.value = true
    raw ??= new Worker(new URL('../workers/fills.worker.ts', import.meta.url), { type: 'module' })
    worker ??= wrap<FillsWorker>(raw)
    try {
      // Plain data, for a worker is sent copies.
      const ideas = await worker.search(wanted, JSON.parse(JSON.stringify(ground)) as FillGround, [...off])
      if (mine === turn) found.value = ideas
    } finally {
      if (mine === turn) running.value = false
    }
  }
  onScopeDispose(() => {
    turn++
    raw?.terminate()
  })
  return { running, found, search }
}
