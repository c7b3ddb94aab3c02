import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Click } from '#core/groove'
import { type Counting, NUMBERS } from '#core/time'

/** What the player set once and keeps, on this machine. */
export const useSettings = defineStore('settings', () => {
  const click = useLocalStorage<Click>('bazzet:click', 'none')
  const countIn = useLocalStorage('bazzet:count-in', 0)
  const school = useLocalStorage<Counting['school']>('bazzet:counting', 'numbers')
  const triplet = useLocalStorage<Counting['triplet']>('bazzet:triplet', NUMBERS.triplet)
  const lastGroove = useLocalStorage('bazzet:last-groove', '')
  const counting = computed<Counting>(() => ({ school: school.value, triplet: triplet.value }))
  return { click, countIn, school, triplet, counting, lastGroove }
})
