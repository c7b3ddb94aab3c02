<script setup lang="ts">
import type { Tempo } from '#core/time'

/** A tempo as a note and a figure. */
defineProps<{ tempo: Tempo }>()
</script>

<template>
  <span class="ml-0.5 whitespace-nowrap tabular-nums"
    ><NoteGlyph :counts="tempo.counts" /> = {{ Math.round(tempo.bpm) }}</span
  >
</template>
