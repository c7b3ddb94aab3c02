<script setup lang="ts">
import { useTemplateRef } from 'vue'

/** Chooses a recording of a stage that was made elsewhere, to be measured. */
defineProps<{ working: boolean }>()
const emit = defineEmits<{ chosen: [file: File] }>()
const field = useTemplateRef('field')
function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) emit('chosen', file)
  input.value = ''
}
</script>

<template>
  <span>
    <UButton color="neutral" variant="outline" :loading="working" @click="field?.click()"
      >Measure a recording (MIDI)</UButton
    >
    <input
      ref="field"
      type="file"
      accept=".mid,.midi,audio/midi"
      class="hidden"
      aria-label="Recording of this stage"
      @change="choose" />
  </span>
</template>
