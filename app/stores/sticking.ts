import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import {
  type Ground,
  type Hand,
  type Letter,
  type Orchestration,
  type Sticking,
  USUAL_ORCHESTRATION,
  readSticking,
} from '#core/sticking'
import { meter } from '#core/time'

/** A limb wished for on a slot of the chain. */
export interface LimbWish {
  who: Letter
  slot: number
}

/** What the Sticking station holds from visit to visit: the sticking, the ground it lies on, the chain that is asked for, and how it is played. */
interface Draft {
  text: string
  meter: [count: number, unit: number]
  slots: number
  changing: boolean
  bars: number
  bpm: number
  lead: Hand
  groups: string[]
  own: string[]
  limbs: LimbWish[]
  wishes: { noRepeats: boolean; home: boolean; twoFeet: boolean; speed: boolean; changing: boolean }
  how: Orchestration
}

const FRESH: Draft = {
  text: '>rlrr >lrll',
  meter: [4, 4],
  slots: 4,
  changing: false,
  bars: 1,
  bpm: 92,
  lead: 'R',
  groups: ['rlrl', 'rlrlf', 'rlrlrff'],
  own: [],
  limbs: [],
  wishes: { noRepeats: true, home: true, twoFeet: false, speed: false, changing: true },
  how: USUAL_ORCHESTRATION,
}

export const useSticking = defineStore('sticking', () => {
  const draft = useLocalStorage<Draft>('bazzet:sticking', FRESH, { mergeDefaults: true })
  const read = computed(() => readSticking(draft.value.text))
  /** The sticking as it reads, empty while it does not. */
  const sticking = computed<Sticking>(() => (read.value.ok ? read.value.value : []))
  const ground = computed<Ground>(() => ({
    meter: meter(...draft.value.meter),
    slots: draft.value.slots,
    changing: draft.value.changing,
  }))
  return { draft, read, sticking, ground }
})
