import { type Ref, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Answer, Question } from '#core/sticking'
import { plain, remoteWorker } from '../workers/remote'
import type { StickingWorker } from '../workers/sticking.worker'

/** The solver’s answer to the question as it is now, worked out in a worker; a question that is overtaken is cut off. */
export function useChains(question: Ref<Question>) {
  const answer = shallowRef<Answer>()
  const working = ref(false)
  const milliseconds = ref(0)
  const worker = remoteWorker<StickingWorker>(
    () => new Worker(new URL('../workers/sticking.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  async function ask(now: Question) {
    // A worker cannot be interrupted, only ended: one that is still at the last question makes way.
    if (working.value) worker.end()
    working.value = true
    const mine = ++turn
    const began = performance.now()
    const found = await worker.remote.chains(plain(now))
    if (mine !== turn) return
    milliseconds.value = Math.round(performance.now() - began)
    answer.value = found
    working.value = false
  }
  watch(question, now => void ask(now), { immediate: true })
  onScopeDispose(worker.end)
  return { answer, working, milliseconds }
}
