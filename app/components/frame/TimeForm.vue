<script setup lang="ts">
import { computed } from 'vue'
import equal from 'fast-deep-equal'
import { LIMITS, type TimeChoice, gridsOf, subdivisionsOf, withGroups, withMeter } from '#core/groove'
import { present } from '#core/present'
import { MAX_COUNT, UNITS, beatTicks, meter, readGroups } from '#core/time'

/** Meter, number of bars and the slots of each felt beat: for a new groove, and for one on the Bench. */
defineProps<{ oneBar?: boolean }>()
const choice = defineModel<TimeChoice>({ required: true })

const groups = computed(() => readGroups(choice.value.groups, choice.value.count))
const beats = computed(() =>
  groups.value.ok ? beatTicks(meter(choice.value.count, choice.value.unit, groups.value.value)) : [],
)

const setMeter = (count: number, unit: number) => (choice.value = withMeter(choice.value, count, unit))
const setGroups = (text: string) => (choice.value = withGroups(choice.value, text))
const setSlots = (beat: number, slots: number) =>
  (choice.value = { ...choice.value, slots: choice.value.slots.with(beat, slots) })
/** One grid through all beats, by the slots it has in the shortest: those there are, and the one that is chosen, if it is one. */
const grids = computed(() => gridsOf(choice.value))
const every = computed(() => grids.value.find(grid => equal(grid.each, choice.value.slots))?.slots)
const setEvery = (slots: number) =>
  (choice.value = {
    ...choice.value,
    slots: present(
      grids.value.find(grid => grid.slots === slots),
      'grid',
    ).each,
  })
const differ = computed(() => new Set(beats.value).size > 1)
const COMMON: [number, number][] = [
  [4, 4],
  [3, 4],
  [6, 8],
  [7, 8],
  [12, 8],
]
</script>

<template>
  <div class="space-y-3">
    <fieldset>
      <legend class="mb-1 text-sm font-medium">Meter</legend>
      <div class="flex flex-wrap gap-1">
        <UButton
          v-for="[count, unit] in COMMON"
          :key="`${count}/${unit}`"
          color="neutral"
          :variant="choice.count === count && choice.unit === unit ? 'solid' : 'outline'"
          :aria-pressed="choice.count === count && choice.unit === unit"
          @click="setMeter(count, unit)"
          >{{ count }}/{{ unit }}</UButton
        >
      </div>
      <div class="mt-2 flex items-center gap-2">
        <UInputNumber
          :model-value="choice.count"
          :min="1"
          :max="MAX_COUNT"
          class="w-24"
          aria-label="Count of the meter"
          @update:model-value="count => count && setMeter(count, choice.unit)" />
        over
        <USelect
          :model-value="choice.unit"
          :items="[...UNITS] as number[]"
          class="w-20"
          aria-label="Unit of the meter"
          @update:model-value="unit => setMeter(choice.count, Number(unit))" />
      </div>
    </fieldset>
    <UFormField v-if="choice.unit >= 8" label="Felt as" :error="groups.ok ? undefined : groups.reason">
      <UInput :model-value="choice.groups" class="w-32" @update:model-value="text => setGroups(String(text))" />
    </UFormField>
    <UFormField v-if="!oneBar" label="Bars">
      <UInputNumber
        :model-value="choice.bars"
        :min="1"
        :max="LIMITS.bars"
        class="w-24"
        @update:model-value="bars => bars && (choice = { ...choice, bars })" />
    </UFormField>
    <fieldset v-if="groups.ok">
      <legend class="mb-1 text-sm font-medium">Slots in each felt beat</legend>
      <UFormField
        v-if="beats.length > 1"
        :label="differ ? 'Slots in a short beat, the long ones as fine' : 'Slots in every beat'"
        ><USelect
          :model-value="every"
          :items="grids.map(grid => grid.slots)"
          class="w-16"
          :aria-label="differ ? 'Slots in a short beat, the long ones as fine' : 'Slots in every beat'"
          @update:model-value="slots => setEvery(Number(slots))"
      /></UFormField>
      <div class="flex flex-wrap items-center gap-1">
        <USelect
          v-for="(ticks, beat) in beats"
          :key="beat"
          :model-value="choice.slots[beat] ?? 1"
          :items="subdivisionsOf(ticks)"
          class="w-16"
          :aria-label="`Slots in beat ${beat + 1}`"
          @update:model-value="slots => setSlots(beat, Number(slots))" />
      </div>
    </fieldset>
  </div>
</template>
