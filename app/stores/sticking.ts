import { defineStore } from 'pinia'
import { computed } from 'vue'
import { z } from 'zod'
import {
  type Ground,
  type Hand,
  type Letter,
  type Orchestration,
  type Sticking,
  USUAL_ORCHESTRATION,
  orchestrationSchema,
  readSticking,
} from '#core/sticking'
import { meter } from '#core/time'
import { readBy } from '../read-by'
import { useRemembered } from '../remembered'

/** A limb wished for on a slot of the chain. */
interface LimbWish {
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

const hand = z.enum(['R', 'L'])
const draftSchema: z.ZodType<Draft> = z.object({
  text: z.string().default(FRESH.text),
  meter: z.tuple([z.number(), z.number()]).default(FRESH.meter),
  slots: z.number().default(FRESH.slots),
  changing: z.boolean().default(FRESH.changing),
  bars: z.number().default(FRESH.bars),
  bpm: z.number().default(FRESH.bpm),
  lead: hand.default(FRESH.lead),
  groups: z.array(z.string()).default(FRESH.groups),
  own: z.array(z.string()).default(FRESH.own),
  limbs: z.array(z.object({ who: z.enum(['R', 'L', 'F']), slot: z.number() })).default(FRESH.limbs),
  wishes: z.record(z.enum(['noRepeats', 'home', 'twoFeet', 'speed', 'changing']), z.boolean()).default(FRESH.wishes),
  how: orchestrationSchema.default(FRESH.how),
})

export const useSticking = defineStore('sticking', () => {
  const draft = useRemembered('sticking', { read: readBy(draftSchema), usual: FRESH })
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
