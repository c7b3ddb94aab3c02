<script setup lang="ts">
import { useRafFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Groove } from '#core/groove'
import { type Counted, countedAt } from '#core/practise'
import { countBeat } from '#core/time'
import { usePlayer } from '~/stores/player'
import { useSettings } from '~/stores/settings'

/** The bar that sounds, counted as large as fits, lit where the sound is. */
const props = defineProps<{ groove: Groove; phase: string }>()
const player = usePlayer()
const settings = useSettings()

/** What is counted where the sound is; nothing while nothing sounds. */
const NOTHING: Counted = { bar: 0, beat: -1, slot: -1 }
const light = ref<Counted>(NOTHING)
useRafFn(() => {
  const tick = player.position()?.tick
  const lit = tick === undefined ? NOTHING : countedAt(props.groove.bars, tick)
  if (lit.bar !== light.value.bar || lit.beat !== light.value.beat || lit.slot !== light.value.slot) light.value = lit
})
const count = computed(() => {
  const bar = props.groove.bars[light.value.bar]
  return bar ? bar.slots.map((slots, beat) => countBeat(beat + 1, slots, settings.counting, bar.meter)) : []
})
const many = computed(() => count.value.length > 4)
</script>

<template>
  <div
    class="grid gap-x-4 gap-y-1"
    :style="{ gridTemplateColumns: `repeat(${count.length}, minmax(0, 1fr))` }"
    :data-phase="phase"
    aria-hidden="true">
    <div
      v-for="(words, beat) in count"
      :key="beat"
      class="border-t-6 pt-3 sm:pt-5"
      :class="light.beat === beat ? 'border-inverted' : 'border-accented'">
      <span
        class="display mr-2 font-bold leading-none max-sm:block sm:mr-3"
        :class="[
          light.beat === beat ? 'text-highlighted' : 'text-dimmed/60',
          many ? 'text-4xl sm:text-6xl' : 'text-6xl sm:text-8xl xl:text-9xl',
        ]"
        >{{ words[0] }}</span
      >
      <span
        v-for="(word, i) in words.slice(1)"
        :key="i"
        class="mr-1.5 inline-block sm:mr-3"
        :class="[
          light.beat === beat && light.slot === i + 1 ? 'text-highlighted' : 'text-dimmed/70',
          words.length > 4 || many ? 'text-lg sm:text-xl' : 'text-xl sm:text-2xl lg:text-4xl',
        ]"
        >{{ word }}</span
      >
    </div>
  </div>
</template>
