<script setup lang="ts">
import { watch } from 'vue'
import { type Input, useMeasuring } from '~/stores/measuring'

/** What measures the player: nothing, four keys, pads, or the simulated drummer. */
const measuring = useMeasuring()
const INPUTS: { label: string, value: Input }[] = [
  { label: 'not measured', value: 'none' }, { label: 'four keys', value: 'keys' }, { label: 'pads over MIDI', value: 'pads' }, { label: 'simulated drummer', value: 'simulated' },
]
watch(() => measuring.input, input => input === 'pads' && void measuring.connect(), { immediate: true })
</script>

<template>
  <label class="flex items-center gap-2 text-base text-muted">measured by
    <USelect v-model="measuring.input" :items="INPUTS" class="w-44" aria-label="Measured by" />
  </label>
</template>
