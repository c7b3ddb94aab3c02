<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Facts, type Feel, type Groove, sayFeel } from '#core/groove'
import { barsTicks, beatsOf } from '#core/time'

/** The feel: swing of the groove, pieces pushed or laid back, and the pick-up into its first bar. */
const props = defineProps<{ groove: Omit<Groove, 'parts'>; pieces: { id: string; name: string }[] }>()
const emit = defineEmits<{ set: [facts: Partial<Facts>] }>()

const setFeel = (feel: Partial<Feel>) => emit('set', { feel: { ...props.groove.feel, ...feel } })
const pushed = ref({ ...props.groove.feel.push })
watch(
  () => props.groove.feel.push,
  push => (pushed.value = { ...push }),
)
function setPush(id: string, ms: number | null | undefined) {
  const { [id]: _, ...others } = props.groove.feel.push
  setFeel({ push: ms ? { ...others, [id]: ms } : others })
}

/** The last bar's felt beats, from the end: how long a pick-up may be. */
const lengths = computed(() => {
  const total = barsTicks(props.groove.bars)
  const beats = beatsOf(props.groove.bars).filter(beat => beat.bar === props.groove.bars.length - 1)
  const half = beats.at(-1)!
  return [
    { label: 'none', value: 0 },
    ...(half.slots % 2 === 0 ? [{ label: 'the last half beat', value: half.length / 2 }] : []),
    ...beats
      .toReversed()
      .map((beat, i) => ({
        label: i === 0 ? 'the last beat' : i + 1 === beats.length ? 'the last bar' : `the last ${i + 1} beats`,
        value: total - beat.at,
      })),
  ]
})
const pickUp = computed(() => props.groove.pickUp)
const says = computed(() => {
  const moved = Object.keys(props.groove.feel.push).length
  return [sayFeel(props.groove), ...(moved ? [`${moved} moved`] : []), ...(pickUp.value ? ['pick-up'] : [])].join(', ')
})
</script>

<template>
  <FactButton over name="feel" :value="says">
    <div class="max-h-[70vh] space-y-4 overflow-y-auto">
      <SwingForm :swing="groove.feel.swing" @swing="swing => setFeel({ swing })" />
      <fieldset>
        <legend class="mb-1 text-sm text-muted">
          Ahead and behind, in ms: below 0 is ahead of the beat, above 0 behind it
        </legend>
        <div v-for="piece in pieces" :key="piece.id" class="flex items-center justify-between gap-2 py-0.5 text-sm">
          {{ piece.name }}
          <UInputNumber
            :model-value="pushed[piece.id] ?? 0"
            :min="-100"
            :max="100"
            class="w-26"
            :aria-label="`${piece.name}, ms`"
            @update:model-value="ms => setPush(piece.id, ms)" />
        </div>
        <p v-if="!pieces.length" class="text-sm text-muted">No piece is played yet.</p>
      </fieldset>
      <UFormField label="Pick-up" help="The end of the last bar also sounds before the first, in the count-in.">
        <USelect
          :model-value="pickUp?.ticks ?? 0"
          :items="lengths"
          class="w-full"
          aria-label="Pick-up"
          @update:model-value="
            ticks =>
              emit('set', { pickUp: Number(ticks) ? { ticks: Number(ticks), repeats: pickUp?.repeats ?? true } : null })
          " />
      </UFormField>
      <USwitch
        v-if="pickUp"
        :model-value="pickUp.repeats"
        label="And again before each repeat"
        @update:model-value="repeats => emit('set', { pickUp: { ...pickUp!, repeats } })" />
    </div>
  </FactButton>
</template>
