import { defineStore } from 'pinia'
import { computed } from 'vue'
import * as z from 'zod/mini'
import { CLICKS, type ClickPlan } from '#core/perform'
import { CLICK_SOUNDS } from '#core/sound'
import { useRemembered } from '../remembered'
import { useDrummer } from './drummer'

const text = { schema: z.string(), usual: '' }
const texts = { schema: z.array(z.string()), usual: [] }
const onOff = (usual: boolean) => ({ schema: z.boolean(), usual })

/** What was set last on this machine and stays: the click, and what was looked at. What belongs to the player is in `useDrummer`. */
export const useSettings = defineStore('settings', () => {
  const drummer = useDrummer()
  const click = useRemembered('click', { schema: z.enum([...CLICKS, 'own slots']), usual: 'none' })
  const clickSlots = useRemembered('click-slots', { schema: z.array(z.number()), usual: [] })
  const clickGaps = useRemembered('click-gaps', {
    schema: z.object({ sound: z.number(), silent: z.number() }),
    usual: { sound: 1, silent: 0 },
  })
  const clickSound = useRemembered('click-sound', { schema: z.enum(CLICK_SOUNDS), usual: 'wood' })
  /** Loudness of the click, in steps of a tenth; 10 as rendered. */
  const clickLevel = useRemembered('click-level', { schema: z.number(), usual: 10 })
  const countIn = useRemembered('count-in', { schema: z.number(), usual: 0 })
  const lastGroove = useRemembered('last-groove', text)
  const lastKit = useRemembered('last-kit', text)
  const lastPhrase = useRemembered('last-phrase', text)
  const staff = useRemembered('staff', {
    schema: z.object({ shown: z.boolean(), sticking: z.boolean(), counts: z.boolean() }),
    usual: { shown: false, sticking: false, counts: true },
  })
  /** Which subjects of the readout were unfolded or folded by hand. */
  const folds = useRemembered('folds', { schema: z.record(z.string(), z.boolean()), usual: {} })
  /** Whether the lines above the limbs are heard on the Bench. */
  const lineHeard = useRemembered('line-heard', onOff(true))
  /** Styles that grooves were begun from, the last one first. */
  const stylesUsed = useRemembered('styles-used', texts)
  /** Rules of taste for fills that were turned off. */
  const fillTasteOff = useRemembered('fill-taste-off', texts)
  /** Whether Step says the count with each stroke. */
  const stepSpeaks = useRemembered('step-speaks', onOff(false))
  /** Whether what is played on the Bench and stepped through counts in the log. */
  const countPlay = useRemembered('count-play', onOff(false))
  const counting = computed(() => drummer.counting)
  const clickPlan = computed<ClickPlan>(() => ({
    program: click.value === 'own slots' ? clickSlots.value : click.value,
    gaps: clickGaps.value,
  }))
  return {
    click,
    clickSlots,
    clickGaps,
    clickSound,
    clickLevel,
    clickPlan,
    countIn,
    counting,
    stepSpeaks,
    countPlay,
    lastGroove,
    lastKit,
    lastPhrase,
    staff,
    folds,
    lineHeard,
    stylesUsed,
    fillTasteOff,
  }
})
