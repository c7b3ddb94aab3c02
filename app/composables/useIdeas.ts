import { onScopeDispose, ref, shallowRef, toRaw } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import type { Idea, IdeaWish } from '#core/vary'
import type { IdeasWorker } from '../workers/ideas.worker'
import { plain, remoteWorker } from '../workers/remote'

/** Candidates in all, and how many at a time. */
export const IDEAS_TRIED = 60_000
const AT_A_TIME = 2500
/** After how many candidates the list is sent again, and how long it is: the first at once, be they few; more as there is more to choose from. */
const TOLD: readonly { at: number; listed: number }[] = [
  { at: 300, listed: 6 },
  { at: 7800, listed: 12 },
  { at: 27_800, listed: 18 },
  { at: IDEAS_TRIED, listed: 24 },
]
/** Tried in silence as the station is opened, so that the worker is awake when it is asked. */
const WARM = 1000

/** The search for ideas, run in a worker a stretch at a time; stopping is not asking for the next. */
export function useIdeas() {
  const running = ref(false)
  const made = ref(0)
  const dropped = ref(0)
  /** Candidates made and judged a second, in the worker. */
  const rate = ref(0)
  const ideas = shallowRef<Idea[]>([])
  const worker = remoteWorker<IdeasWorker>(
    () => new Worker(new URL('../workers/ideas.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  /** Starts the worker and has it try a little, unheard of. */
  async function warm(groove: Groove, kit: Kit) {
    const mine = turn
    await worker.remote.begin(toRaw(groove), toRaw(kit), { seed: 0, promises: ['playable'], groups: [] })
    if (mine === turn) await worker.remote.advance(WARM, 1)
  }

  async function begin(groove: Groove, kit: Kit, wish: IdeaWish) {
    const mine = ++turn
    running.value = true
    ideas.value = []
    made.value = dropped.value = rate.value = 0
    await worker.remote.begin(toRaw(groove), toRaw(kit), plain(wish))
    while (mine === turn && made.value < IDEAS_TRIED) {
      const next = present(
        TOLD.find(one => one.at > made.value),
        'time',
      )
      const stretch = Math.min(AT_A_TIME, next.at - made.value)
      const told = made.value + stretch === next.at
      const before = made.value
      const news = await worker.remote.advance(stretch, told ? next.listed : 0)
      if (mine !== turn || !news) return
      made.value = news.made
      dropped.value = news.broken + news.alike
      rate.value = Math.round((news.made / Math.max(1, news.spent)) * 1000)
      const stuck = news.made === before
      if (told || stuck) ideas.value = told ? news.ideas : ideas.value
      if (stuck) break
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
    worker.end()
  })
  return { running, made, dropped, rate, ideas, warm, begin, stop, clear }
}
