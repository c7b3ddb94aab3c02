<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Edit, type Groove, cycled, grooveTicks, partOf, sayComesRound, sayPlace } from '#core/groove'
import { beatsOf, slotsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** A part’s own time: how many slots until it repeats against the bars, and its own swing. */
const props = defineProps<{ groove: Groove; partId: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ edit: [edit: Edit] }>()

const part = computed(() => partOf(props.groove, props.partId))
const slot = computed(() => {
  const first = beatsOf(props.groove.bars)[0]!
  return first.length / first.slots
})
const slots = ref(3)
watch(
  [part, slot],
  () => {
    if (part.value?.every) slots.value = Math.max(1, Math.round(part.value.every / slot.value))
  },
  { immediate: true },
)
const every = computed(() => slots.value * slot.value)
/** A pick-up of the part’s own begins on any slot of the last bar. */
const settings = useSettings()
const total = computed(() => grooveTicks(props.groove))
const froms = computed(() =>
  slotsOf(props.groove.bars)
    .filter(one => one.bar === props.groove.bars.length - 1)
    .map(one => ({ label: sayPlace(props.groove, one.at, settings.counting), value: total.value - one.at })),
)
const setPickUp = (pickUp: number | null) => emit('edit', { type: 'part', partId: props.partId, set: { pickUp } })
const repeats = computed(() => part.value?.every !== null)
const setCycle = (on: boolean) => part.value && emit('edit', cycled(props.groove, part.value, on ? every.value : null))
function setSlots(count: number | null | undefined) {
  if (!count || !part.value) return
  slots.value = count
  if (repeats.value) emit('edit', cycled(props.groove, part.value, every.value))
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="`${part?.name ?? 'Part'}: its own time`"
    description="A figure that repeats against the bars, a pick-up, and a swing for this part alone."
    :ui="{ content: 'max-w-md bg-default' }">
    <template #body>
      <div v-if="part" class="space-y-5">
        <div class="space-y-2">
          <USwitch :model-value="repeats" label="Repeats on its own" @update:model-value="setCycle" />
          <UFormField label="Slots until it repeats"
            ><UInputNumber
              :model-value="slots"
              :min="1"
              :max="64"
              class="w-26"
              aria-label="Slots until it repeats"
              @update:model-value="setSlots"
          /></UFormField>
          <p role="status" data-comes-round>{{ sayComesRound(groove, every) }}</p>
          <p class="text-sm text-muted">
            A slot here is one of the first beat’s. Strokes beyond the figure’s end go; undo brings them back.
          </p>
        </div>
        <div class="space-y-2 border-t border-default pt-4">
          <USwitch
            :model-value="part.pickUp !== null"
            :disabled="!!groove.pickUp || !!part.every"
            label="Its own pick-up"
            @update:model-value="on => setPickUp(on ? froms.at(-1)!.value : null)" />
          <UFormField v-if="part.pickUp !== null" label="From"
            ><USelect
              :model-value="part.pickUp"
              :items="froms"
              class="w-40"
              aria-label="The pick-up begins on"
              @update:model-value="ticks => setPickUp(Number(ticks))"
          /></UFormField>
          <p class="text-sm text-muted">
            {{
              groove.pickUp
                ? 'The groove has a pick-up for all parts; take that away first.'
                : part.every
                  ? 'A part that repeats on its own has none.'
                  : 'What it plays at the end of the last bar also sounds in the count-in, before the first.'
            }}
          </p>
        </div>
        <div class="space-y-2 border-t border-default pt-4">
          <USwitch
            :model-value="part.swing !== null"
            label="Its own swing"
            @update:model-value="
              on =>
                emit('edit', {
                  type: 'part',
                  partId,
                  set: { swing: on ? (groove.feel.swing ?? { level: '1/8', share: 0.5 }) : null },
                })
            " />
          <SwingForm
            v-if="part.swing"
            :swing="part.swing"
            @swing="
              swing =>
                emit('edit', {
                  type: 'part',
                  partId,
                  set: { swing: swing ?? { level: part!.swing!.level, share: 0.5 } },
                })
            " />
        </div>
      </div>
    </template>
  </UModal>
</template>
