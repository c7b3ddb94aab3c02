import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Cut, FromScore, Keeps } from '#core/formats'
import type { Limb } from '#core/kit'
import { useKits } from './kits'
import { useDrummer } from './drummer'
import { useSettings } from './settings'
import type { Waiting } from '../composables/useOpening'
import type { FormatsWorker, Found } from '../workers/formats.worker'
import { plain, remoteWorker } from '../workers/remote'

/** What a file was found to hold. */
export type Holds = (Found & { ok: true })['value']

/** A stretch of an opened score, as the groove it would be. */
export interface Stretch {
  cut: Cut
  title: string
  made: FromScore
}

/** This many stretches are made into grooves at once; a longer song shows the first of them. */
const MOST = 40

/** What was found in a file that was opened, before anything is kept; read in a worker. */
export const useOpened = defineStore('opened', () => {
  const kits = useKits()
  const drummer = useDrummer()
  const settings = useSettings()
  const file = shallowRef<Waiting>()
  const refused = ref('')
  const looking = ref(false)
  const opened = shallowRef<Holds>()
  const stretches = shallowRef<Stretch[]>([])
  const more = ref(0)
  const kitId = ref('')
  const lead = ref<'right' | 'left'>('right')
  /** What is kept of a file that somebody played. */
  const keeps = ref<Keeps>('feel')
  const kit = computed(() => kits.of(kitId.value))
  let fixed: Map<number, Limb>[] = []
  const worker = remoteWorker<FormatsWorker>(
    () => new Worker(new URL('../workers/formats.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  const make = (cut: Cut, title: string, i: number) =>
    worker.remote.groove(plain(cut), title, {
      kit: plain(kit.value),
      lead: lead.value,
      counting: plain(settings.counting),
      fixed: [...(fixed[i] ?? [])],
    })

  /** Looks at a file, on the kit and with the leading hand that are chosen. */
  async function look(now: Waiting) {
    const mine = ++turn
    await Promise.all([kits.load(), drummer.load()])
    if (!file.value) {
      kitId.value = drummer.defaults.kitId
      lead.value = drummer.defaults.lead
      keeps.value = 'feel'
    }
    file.value = now
    looking.value = true
    refused.value = ''
    try {
      const found = await worker.remote.open(now.file, now.name, plain(kit.value), keeps.value)
      if (mine !== turn) return
      fixed = []
      stretches.value = []
      opened.value = found.ok ? found.value : undefined
      if (!found.ok) {
        refused.value = found.reason
        return
      }
      if (found.value.holds !== 'score') return
      const { cuts, score } = found.value
      more.value = Math.max(0, cuts.length - MOST)
      const list: Stretch[] = []
      for (const [i, cut] of cuts.slice(0, MOST).entries()) {
        const title =
          cuts.length > 1
            ? `${score.title.slice(0, 100)}, ${cut.bars > 1 ? `bars ${cut.from + 1} to ${cut.from + cut.bars}` : `bar ${cut.from + 1}`}`
            : score.title
        const made = await make(cut, title, i)
        if (mine !== turn) return
        list.push({ cut, title, made })
        stretches.value = [...list]
      }
    } finally {
      if (mine === turn) looking.value = false
    }
  }
  const again = () => file.value && look(file.value)

  /** Keeps the player’s choice of limb for a stroke of a stretch, and has the rest worked out around it. */
  async function choose(i: number, index: number, limb: Limb) {
    const one = stretches.value[i]!
    fixed[i] = (fixed[i] ?? new Map<number, Limb>()).set(index, limb)
    const made = await make(one.cut, one.title, i)
    stretches.value = stretches.value.map((other, n) => (n === i ? { ...one, made } : other))
  }
  const chosenIn = (i: number): ReadonlyMap<number, Limb> => fixed[i] ?? new Map<number, Limb>()
  function leave() {
    turn++
    worker.end()
    file.value = opened.value = undefined
    stretches.value = []
    refused.value = ''
    looking.value = false
  }
  /** Wakes the worker before a file is there, so that the file need not wait for it. */
  const ready = () => void worker.remote
  return {
    ready,
    file,
    refused,
    looking,
    opened,
    stretches,
    more,
    kitId,
    lead,
    keeps,
    kit,
    look,
    again,
    choose,
    chosenIn,
    leave,
  }
})
