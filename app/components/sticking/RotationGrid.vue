<script setup lang="ts">
import { computed } from 'vue'
import { type Ground, type Sticking, groundBars } from '#core/sticking'
import { slotsOf } from '#core/time'
import { toneOfLetter } from '~/lanes/tone'

/** The first bar of a sticking as letters on its beats, the places of the backbeat lit: rows under one another show how it wanders. */
const props = defineProps<{ sticking: Sticking; ground: Ground; beats: readonly number[] }>()
const cells = computed(() =>
  slotsOf(groundBars(props.ground, 1)).map(({ index, beat, slot }) => ({
    index,
    stroke: props.sticking[index % props.sticking.length],
    begins: slot === 0,
    lit: slot === 0 && props.beats.includes(beat + 1),
  })),
)
</script>

<template>
  <div class="flex h-8" aria-hidden="true" data-grid>
    <span
      v-for="{ index, stroke, begins, lit } in cells"
      :key="index"
      class="display grid min-w-0 flex-1 place-items-center"
      :class="[
        begins && index ? 'ml-1.5' : '',
        lit ? 'border-b-2 border-inverted bg-(--band)' : 'bg-(--bed-other)',
        stroke?.accent ? 'text-xl font-bold' : 'text-base',
      ]"
      :style="stroke ? { color: toneOfLetter(stroke.who) } : {}"
      >{{ stroke?.who ?? '·' }}</span
    >
  </div>
</template>
