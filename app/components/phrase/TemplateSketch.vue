<script setup lang="ts">
import type { FormBar } from '#core/phrase'

/** A form as a row of bars: the groove, another, a fill, the player’s own. */
defineProps<{ bars: readonly FormBar[] }>()
/** Two lines of eight are seen at a glance. */
const SHOWN = 16
const LOOKS = {
  first: ['A', 'bg-(--bed)'],
  other: ['B', 'bg-(--band) border-b-2 border-inverted'],
  fill: ['fill', 'bg-(--band)'],
  rest: ['you', 'border border-accented'],
} as const
</script>

<template>
  <span class="grid grid-cols-8 gap-0.5" aria-hidden="true"
    ><span
      v-for="(bar, i) in bars.slice(0, SHOWN)"
      :key="i"
      class="flex h-6 items-center justify-center text-tag"
      :class="LOOKS[bar][1]"
      >{{ LOOKS[bar][0] }}</span
    ></span
  >
</template>
