import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Click, ClickPlan } from '#core/groove'
import type { ClickSound } from '#core/sound'
import { type Counting, NUMBERS } from '#core/time'

/** What the player set once and keeps, on this machine. */
export const useSettings = defineStore('settings', () => {
  const click = useLocalStorage<Click | 'own slots'>('bazzet:click', 'none')
  const clickSlots = useLocalStorage<number[]>('bazzet:click-slots', [])
  const clickGaps = useLocalStorage('bazzet:click-gaps', { sound: 1, silent: 0 })
  const clickSound = useLocalStorage<ClickSound>('bazzet:click-sound', 'wood')
  /** Loudness of the click, in steps of a tenth; 10 as rendered. */
  const clickLevel = useLocalStorage('bazzet:click-level', 10)
  const countIn = useLocalStorage('bazzet:count-in', 0)
  const school = useLocalStorage<Counting['school']>('bazzet:counting', 'numbers')
  const triplet = useLocalStorage<Counting['triplet']>('bazzet:triplet', NUMBERS.triplet)
  const lastGroove = useLocalStorage('bazzet:last-groove', '')
  const lastKit = useLocalStorage('bazzet:last-kit', '')
  const staff = useLocalStorage('bazzet:staff', { shown: false, sticking: false, counts: true })
  const counting = computed<Counting>(() => ({ school: school.value, triplet: triplet.value }))
  const clickPlan = computed<ClickPlan>(() => ({ program: click.value === 'own slots' ? clickSlots.value : click.value, gaps: clickGaps.value }))
  return { click, clickSlots, clickGaps, clickSound, clickLevel, clickPlan, countIn, school, triplet, counting, lastGroove, lastKit, staff }
})
