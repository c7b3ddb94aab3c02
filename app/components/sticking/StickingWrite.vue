<script setup lang="ts">
import { computed } from 'vue'
import { evenSlots } from '#core/groove'
import { RUDIMENTS, rudimentOf } from '#core/sticking'
import { useSticking } from '~/stores/sticking'

/** A sticking written by keys, or a rudiment chosen, and the grid it lies on. */
const store = useSticking()
const METERS = ['4/4', '3/4', '5/4', '6/8', '12/8', '7/8', '2/4']
const time = computed({
  get: () => store.draft.meter.join('/'),
  set: (text: string) => {
    store.draft.meter = text.split('/').map(Number) as [number, number]
    if (!cuts.value.includes(store.draft.slots)) store.draft.slots = USUAL
  },
})
const USUAL = 4
/** One grid goes through all beats: 7/8 has no triplets of quarters. */
const cuts = computed(() => [1, 2, 3, 4, 5, 6, 7, 8].filter(slots => evenSlots(store.ground.meter, slots)))
const slotsOf = computed(() => (new Set(store.ground.meter.groups).size > 1 ? 'Slots a short beat' : 'Slots a beat'))
const rudiments = ['rolls', 'paradiddles', 'flams', 'drags'].map(family => [
  { type: 'label' as const, label: family },
  ...RUDIMENTS.filter(one => one.family === family).map(one => ({
    label: one.extra ? `${one.name} (extra)` : one.name,
    value: one.id,
  })),
])
const rudiment = computed({
  get: () => rudimentOf(store.sticking)?.id,
  set: (id: string | undefined) => {
    const found = RUDIMENTS.find(one => one.id === id)
    if (!found) return
    store.draft.text = found.text
    store.draft.slots = found.slots
    store.draft.meter = [4, 4]
    store.draft.changing = false
  },
})
/** How a sticking is written, sign by sign. */
const SIGNS = [
  ['r l', 'the hands'],
  ['f', 'the foot'],
  ['(rf)', 'a hand and the foot at once'],
  ['-', 'a rest'],
  ['>r', 'an accent, as R among small letters is'],
  ['^r', 'flam'],
  ['^^r', 'drag'],
  ['^^^r', 'ruff'],
  ['=r', 'double'],
  ['~r', 'buzz'],
] as const
</script>

<template>
  <div class="space-y-2">
    <UFormField label="Sticking"
      ><UInput
        v-model="store.draft.text"
        size="xl"
        class="w-full"
        :ui="{ base: 'display tracking-wider' }"
        spellcheck="false"
        autocapitalize="off"
        aria-describedby="sticking-help"
        :aria-invalid="!store.read.ok"
        aria-label="Sticking"
    /></UFormField>
    <p v-if="!store.read.ok" role="alert" class="text-error">{{ store.read.reason }}</p>
    <dl id="sticking-help" class="flex flex-wrap gap-x-4 text-sm text-muted">
      <div v-for="[sign, means] in SIGNS" :key="sign">
        <dt class="display mr-1.5 inline font-bold text-highlighted">{{ sign }}</dt>
        <dd class="inline">{{ means }}</dd>
      </div>
    </dl>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2 text-sm text-muted">
      <UFormField label="Rudiment"
        ><USelect
          v-model="rudiment"
          :items="rudiments"
          placeholder="choose one"
          class="block w-60"
          aria-label="Rudiment"
      /></UFormField>
      <UFormField label="Meter"
        ><USelect v-model="time" :items="METERS" class="block w-22" aria-label="Meter"
      /></UFormField>
      <UFormField :label="slotsOf"
        ><USelect v-model="store.draft.slots" :items="cuts" class="block w-20" :aria-label="slotsOf"
      /></UFormField>
      <USwitch v-model="store.draft.changing" label="Hands change over each time round" />
    </div>
  </div>
</template>
