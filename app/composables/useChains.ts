import { type Remote, wrap } from 'comlink'
import { type Ref, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Answer, Question } from '#core/sticking'
import type { StickingWorker } from '../workers/sticking.worker'

/** The solver’s answer to the question as it stands, worked out in a worker; a question that is overtaken is cut off. */
export function useChains(question: Ref<Question>) {
  const answer = shallowRef<Answer>()
  const working = ref(false)
  const milliseconds = ref(0)
  // One proxy for each worker: a second, once forgotten, would close the worker’s door behind it.
  let open: { raw: Worker; remote: Remote<StickingWorker> } | undefined
  const start = () => {
    const raw = new Worker(new URL('../workers/sticking.worker.ts', import.meta.url), { type: 'module' })
    return { raw, remote: wrap<StickingWorker>(raw) }
  }

  async function ask(now: Question) {
    // A worker cannot be interrupted, only ended: one that is still at the last question makes way.
    if (working.value) {
      open?.raw.terminate()
      open = undefined
    }
    working.value = true
    const mine = (open ??= start())
    const began = performance.now()
    const found = await mine.remote.chains(JSON.parse(JSON.stringify(now)))
    if (open !== mine) return
    milliseconds.value = Math.round(performance.now() - began)
    answer.value = found
    working.value = false
  }
  watch(question, now => void ask(now), { immediate: true })
  onScopeDispose(() => open?.raw.terminate())
  return { answer, working, milliseconds }
}
