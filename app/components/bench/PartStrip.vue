<script setup lang="ts">
import { computed } from 'vue'
import type { Bar, Part } from '#core/groove'
import { beatsOf } from '#core/time'

/** A part’s strokes as one small strip over its bars: sticks as high as they are loud, felt beats marked. */
const props = defineProps<{ bars: Bar[]; part: Pick<Part, 'strokes'> }>()
const WIDTH = 160
const HEIGHT = 14
const beats = computed(() => beatsOf(props.bars))
const total = computed(() => beats.value.at(-1)!.at + beats.value.at(-1)!.length)
const x = (tick: number) => Math.round((2 + (tick * (WIDTH - 4)) / total.value) * 10) / 10
const sticks = computed(() =>
  props.part.strokes.map(({ at, level }) => `M${x(at)} ${HEIGHT}v${-(2 + level * 2.2)}`).join(''),
)
const marks = computed(() => beats.value.map(({ at }) => `M${x(at)} ${HEIGHT}v-2`).join(''))
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT + 1}`"
    class="block h-3.5 w-full max-w-40"
    preserveAspectRatio="none"
    aria-hidden="true">
    <path :d="`M0 ${HEIGHT}H${WIDTH}${marks}`" stroke="var(--rule)" stroke-width="1" fill="none" />
    <path :d="sticks" stroke="currentColor" stroke-width="1.6" />
  </svg>
</template>
