<script setup lang="ts">
import type { Counting } from '#core/time'
import { useDrummer } from '~/stores/drummer'

/** How the player counts: heeded on every ribbon and in every sentence. */
const drummer = useDrummer()
const SCHOOLS = [
  { value: 'numbers', label: 'numbers: 1 e & a' },
  { value: 'syllables', label: 'syllables: ta ka di mi' },
]
const TRIPLETS = [
  { value: '& a', label: '1 & a' },
  { value: 'trip let', label: '1 trip let' },
]
const DOTTED = [
  { value: 'usual', label: '12/8 by beats, 6/8 and 9/8 by eighths' },
  { value: 'beats', label: 'by beats: 1 & a 2 & a' },
  { value: 'eighths', label: 'by eighths: 1 to 12' },
]
const toast = useToast()
async function set(facts: { [K in keyof Counting]?: string }) {
  const done = await drummer.setCounting(facts as Partial<Counting>)
  if (!done.ok) toast.add({ title: done.reason, color: 'error' })
}
</script>

<template>
  <URadioGroup
    :model-value="drummer.counting.school"
    legend="Counted in"
    color="neutral"
    :items="SCHOOLS"
    @update:model-value="school => set({ school })" />
  <template v-if="drummer.counting.school === 'numbers'">
    <URadioGroup
      :model-value="drummer.counting.triplet"
      legend="Triplets"
      color="neutral"
      :items="TRIPLETS"
      @update:model-value="triplet => set({ triplet })" />
    <URadioGroup
      :model-value="drummer.counting.dotted ?? 'usual'"
      legend="6/8, 9/8 and 12/8"
      color="neutral"
      :items="DOTTED"
      @update:model-value="dotted => set({ dotted })" />
  </template>
</template>
