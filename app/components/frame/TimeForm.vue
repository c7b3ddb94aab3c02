<script setup lang="ts">
import { computed } from 'vue'
import { LIMITS, type TimeChoice, subdivisionsOf, withGroups, withMeter } from '#core/groove'
import { MAX_COUNT, UNITS, beatTicks, meter, readGroups } from '#core/time'

/** Meter, number of bars and the slots of each felt beat: for a new groove, and for one on the Bench. */
defineProps<{ oneBar?: boolean }>()
const choice = defineModel<TimeChoice>({ required: true })

const groups = computed(() => readGroups(choice.value.groups, choice.value.count))
const beats = computed(() => (groups.value.ok ? beatTicks(meter(choice.value.count, choice.value.unit, groups.value.value)) : []))

const setMeter = (count: number, unit: number) => (choice.value = withMeter(choice.value, count, unit))
const setGroups = (text: string) => (choice.value = withGroups(choice.value, text))
const setSlots = (beat: number, slots: number) => (choice.value = { ...choice.value, slots: choice.value.slots.with(beat, slots) })
/** Cuts that every felt beat takes, and the one that all have, if they do. */
const common = computed(() => beats.value.map(subdivisionsOf).reduce((all, some) => all.filter(one => some.includes(one))))
const every = computed(() => (new Set(choice.value.slots).size === 1 ? choice.value.slots[0] : undefined))
const setEvery = (slots: number) => (choice.value = { ...choice.value, slots: choice.value.slots.map(() => slots) })
const COMMON: [number, number][] = [[4, 4], [3, 4], [6, 8], [7, 8], [12, 8]]
</script>

<template>
  <div class="space-y-3">
    <fieldset>
      <legend class="mb-1 text-sm font-medium">Meter</legend>
      <div class="flex flex-wrap gap-1">
        <UButton v-for="[count, unit] in COMMON" :key="`${count}/${unit}`" size="sm" color="neutral" :variant="choice.count === count && choice.unit === unit ? 'solid' : 'outline'" :aria-pressed="choice.count === count && choice.unit === unit" @click="setMeter(count, unit)">{{ count }}/{{ unit }}</UButton>
      </div>
      <div class="mt-2 flex items-center gap-2">
        <UInputNumber :model-value="choice.count" :min="1" :max="MAX_COUNT" size="sm" class="w-24" aria-label="Count of the meter" @update:model-value="count => count && setMeter(count, choice.unit)" />
        over
        <USelect :model-value="choice.unit" :items="[...UNITS] as number[]" size="sm" class="w-20" aria-label="Unit of the meter" @update:model-value="unit => setMeter(choice.count, Number(unit))" />
      </div>
    </fieldset>
    <UFormField v-if="choice.unit >= 8" label="Felt as" :error="groups.ok ? undefined : groups.reason">
      <UInput :model-value="choice.groups" size="sm" class="w-32" @update:model-value="text => setGroups(String(text))" />
    </UFormField>
    <UFormField v-if="!oneBar" label="Bars">
      <UInputNumber :model-value="choice.bars" size="sm" :min="1" :max="LIMITS.bars" class="w-24" @update:model-value="bars => bars && (choice = { ...choice, bars })" />
    </UFormField>
    <fieldset v-if="groups.ok">
      <legend class="mb-1 text-sm font-medium">Slots in each felt beat</legend>
      <label v-if="beats.length > 1" class="mb-1 flex items-center gap-1.5 text-sm">every beat <USelect :model-value="every" :items="common" size="sm" class="w-16" aria-label="Slots in every beat" @update:model-value="slots => setEvery(Number(slots))" /></label>
      <div class="flex flex-wrap items-center gap-1">
        <USelect v-for="(ticks, beat) in beats" :key="beat" :model-value="choice.slots[beat] ?? 1" :items="subdivisionsOf(ticks)" size="sm" class="w-16" :aria-label="`Slots in beat ${beat + 1}`" @update:model-value="slots => setSlots(beat, Number(slots))" />
      </div>
    </fieldset>
  </div>
</template>
