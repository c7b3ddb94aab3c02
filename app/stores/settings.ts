import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Click, ClickPlan } from '#core/perform'
import type { ClickSound } from '#core/sound'
import { useDrummer } from './drummer'

/** What was set last on this machine and stays: the click, and what was looked at. What belongs to the player is in `useDrummer`. */
export const useSettings = defineStore('settings', () => {
  const drummer = useDrummer()
  const click = useLocalStorage<Click | 'own slots'>('bazzet:click', 'none')
  const clickSlots = useLocalStorage<number[]>('bazzet:click-slots', [])
  const clickGaps = useLocalStorage('bazzet:click-gaps', { sound: 1, silent: 0 })
  const clickSound = useLocalStorage<ClickSound>('bazzet:click-sound', 'wood')
  /** Loudness of the click, in steps of a tenth; 10 as rendered. */
  const clickLevel = useLocalStorage('bazzet:click-level', 10)
  const countIn = useLocalStorage('bazzet:count-in', 0)
  const lastGroove = useLocalStorage('bazzet:last-groove', '')
  const lastKit = useLocalStorage('bazzet:last-kit', '')
  const lastPhrase = useLocalStorage('bazzet:last-phrase', '')
  const staff = useLocalStorage('bazzet:staff', { shown: false, sticking: false, counts: true })
  /** Which subjects of the readout were unfolded or folded by hand. */
  const folds = useLocalStorage<Record<string, boolean>>('bazzet:folds', {})
  /** Whether the lines above the limbs are heard on the Bench. */
  const lineHeard = useLocalStorage('bazzet:line-heard', true)
  /** Styles that grooves were begun from, the last one first. */
  const stylesUsed = useLocalStorage<string[]>('bazzet:styles-used', [])
  /** Rules of taste for fills that were turned off. */
  const fillTasteOff = useLocalStorage<string[]>('bazzet:fill-taste-off', [])
  /** Whether Step says the count with each stroke. */
  const stepSpeaks = useLocalStorage('bazzet:step-speaks', false)
  /** Whether what is played on the Bench and stepped through counts in the log. */
  const countPlay = useLocalStorage('bazzet:count-play', false)
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
