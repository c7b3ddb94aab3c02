<script setup lang="ts">
import { watch } from 'vue'
import { type Input, useMeasuring } from '~/stores/measuring'

/** What measures the player: nothing, four keys, pads, or the simulated drummer. */
const { short = false } = defineProps<{ /** Where strokes are taken in and not measured. */ short?: boolean }>()
const measuring = useMeasuring()
const INPUTS: { label: string; value: Input }[] = [
  ...(short ? [] : [{ label: 'nothing', value: 'none' as const }]),
  { label: 'four keys', value: 'keys' },
  { label: 'pads over MIDI', value: 'pads' },
  { label: 'simulated drummer', value: 'simulated' },
]
/** The big key is the next one pressed: it goes to the run, and not to the list once more. */
const content = short ? {} : { onCloseAutoFocus: (event: Event) => event.preventDefault() }
watch(
  () => measuring.input,
  input => input === 'pads' && void measuring.connect(),
  { immediate: true },
)
</script>

<template>
  <UFormField v-if="short" label="Played by"
    ><USelect v-model="measuring.input" :items="INPUTS" class="w-44" aria-label="Played by" :content="content"
  /></UFormField>
  <BarSelect v-else v-model="measuring.input" label="Measured by" :items="INPUTS" class="min-w-44" :content="content" />
</template>
