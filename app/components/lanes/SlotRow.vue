<script setup lang="ts">
import { computed } from 'vue'
import { type Bar, sayPlace } from '#core/groove'
import { countSlots, slotsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** The slots of some bars as a row of counts to press. */
const props = defineProps<{
  bars: Bar[]
  /** Slots that are pressed, counted through all bars from 0. */
  pressed: readonly number[]
  /** What the row is for. */
  label: string
  /** What a slot is called before its place, as “left hand on ”. */
  prefix?: string
  /** A letter under a slot, in its colour. */
  letters?: ReadonlyMap<number, { text: string; tone: string }>
}>()
const emit = defineEmits<{ press: [slot: number] }>()
const settings = useSettings()

const slots = computed(() => {
  const words = countSlots(props.bars, settings.counting)
  return slotsOf(props.bars).map(({ index, at, slot, beat }) => ({
    index,
    word: words[index]!,
    onBeat: slot === 0,
    onBar: slot === 0 && beat === 0 && index > 0,
    place: sayPlace({ bars: props.bars }, at, settings.counting),
  }))
})
</script>

<template>
  <div class="flex flex-wrap gap-y-1" role="group" :aria-label="label">
    <button
      v-for="slot in slots"
      :key="slot.index"
      type="button"
      class="min-w-6 cursor-pointer border-l px-1 py-0.5 text-sm"
      :class="[
        slot.onBeat ? 'border-accented font-bold' : 'border-transparent',
        slot.onBar ? 'ml-2' : '',
        pressed.includes(slot.index) && !letters
          ? 'bg-inverted text-inverted'
          : slot.onBeat
            ? 'text-highlighted hover:bg-elevated'
            : 'text-muted hover:bg-elevated',
      ]"
      :aria-pressed="pressed.includes(slot.index)"
      :aria-label="`${prefix ?? ''}${slot.place}`"
      @click="emit('press', slot.index)">
      {{ slot.word
      }}<b v-if="letters?.has(slot.index)" class="block leading-4" :style="{ color: letters.get(slot.index)!.tone }">{{
        letters.get(slot.index)!.text
      }}</b>
    </button>
  </div>
</template>
