import { wrap } from 'comlink'
import { onScopeDispose, ref, shallowRef, toRaw } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import type { Idea, IdeaWish } from '#core/vary'
import type { IdeasWorker } from '../workers/ideas.worker'

/** How many candidates are tried before the first are shown, then at a time, and in all. */
const FIRST = 400
const AT_A_TIME = 4000
export const IDEAS_TRIED = 60_000
const LISTED = 24

/** The search for ideas, run in a worker a stretch at a time; stopping is not asking for the next. */
export function useIdeas() {
  const running = ref(false)
  const made = ref(0)
  const dropped = ref(0)
  /** Candidates made and judged a second, in the worker. */
  const rate = ref(0)
  const ideas = shallowRef<Idea[]>([])
  let raw: Worker | undefined
  let turn = 0

  async function begin(groove: Groove, kit: Kit, wish: IdeaWish) {
    const mine = ++turn
    running.value = true
    raw ??= new Worker(new URL('../workers/ideas.worker.ts', import.meta.url), { type: 'module' })
    const worker = wrap<IdeasWorker>(raw)
    ideas.value = []
    made.value = dropped.value = rate.value = 0
    // Plain data, for a worker is sent copies.
    await worker.begin(toRaw(groove), toRaw(kit), JSON.parse(JSON.stringify(wish)))
    for (let next = FIRST; mine === turn && made.value < IDEAS_TRIED; next = AT_A_TIME) {
      const before = made.value
      const news = await worker.advance(next, LISTED)
      if (mine !== turn || !news) return
      made.value = news.made
      dropped.value = news.broken + news.alike
      rate.value = Math.round(news.made / Math.max(1, news.spent) * 1000)
      ideas.value = news.ideas
      if (news.made === before) break
    }
    if (mine === turn) running.value = false
  }
  function stop() {
    turn++
    running.value = false
  }
  function clear() {
    stop()
    ideas.value = []
    made.value = 0
  }
  onScopeDispose(() => {
    turn++
    raw?.terminate()
  })
  return { running, made, dropped, rate, ideas, begin, stop, clear }
}
