<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { type Groove, sayList } from '#core/groove'
import { LIMBS } from '#core/kit'
import { type Plan, makePlan, makeStage } from '#core/practise'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'

/** In and out: this groove and another in turn, every few bars. */
const props = defineProps<{ groove: Groove }>()
const emit = defineEmits<{ make: [plan: Plan] }>()
const otherId = ref('')
const other = shallowRef<Groove>()
const failed = ref('')
const bars = ref(4)
const otherBars = ref(4)
const bpm = ref(90)
const minutes = ref(4)
watch(
  () => props.groove.id,
  () => (bpm.value = props.groove.tempo.bpm),
  { immediate: true },
)
watch(otherId, async id => {
  other.value = undefined
  failed.value = ''
  if (!id) return
  try {
    other.value = (await api.grooves.get(id)).document
  } catch (error) {
    failed.value = (error as Error).message
  }
})
/** Whole times through each: a turn of three bars over a groove of two is four. */
const wholeTimes = ({ title, bars: { length } }: Groove, wanted: number) =>
  wanted > length && wanted % length
    ? [`${title} plays ${Math.ceil(wanted / length) * length} bars, whole times through`]
    : []
const rounded = computed(() => [
  ...wholeTimes(props.groove, bars.value),
  ...(other.value ? wholeTimes(other.value, otherBars.value) : []),
])
function make() {
  if (!other.value) return
  const stage = makeStage({
    id: newId(),
    name: 'In and out',
    subject: {
      kind: 'turns',
      id: props.groove.id,
      of: [
        { id: props.groove.id, bars: bars.value },
        { id: other.value.id, bars: otherBars.value },
      ],
    },
    parts: Object.fromEntries(LIMBS.map(limb => [limb, 'player'])),
    length: { seconds: Math.round(minutes.value * 60) },
    tempo: { bpm: bpm.value, counts: props.groove.tempo.counts },
    given: ['name'],
    attend: 'The last beat of one is the way into the other.',
  })
  emit(
    'make',
    makePlan({
      id: newId(),
      title: `${props.groove.title} and ${other.value.title}, in and out`.slice(0, 160),
      stages: [stage],
    }),
  )
}
</script>

<template>
  <form aria-label="In and out" data-turns @submit.prevent="make">
    <h2 class="mb-1 text-lg text-highlighted">“{{ groove.title }}” in and out</h2>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <UFormField label="Bars of it"
        ><UInputNumber v-model="bars" :min="1" :max="64" class="w-24" aria-label="Bars of this groove"
      /></UFormField>
      <UFormField label="Then"
        ><GroovePicker v-model="otherId" :except="groove.id" label="The other groove"
      /></UFormField>
      <UFormField label="Bars of that"
        ><UInputNumber v-model="otherBars" :min="1" :max="64" class="w-24" aria-label="Bars of the other groove"
      /></UFormField>
      <UFormField
        ><template #label>Tempo, <NoteGlyph :counts="groove.tempo.counts" /></template
        ><UInputNumber v-model="bpm" :min="20" :max="400" class="w-26" aria-label="Tempo in and out"
      /></UFormField>
      <UFormField label="Minutes"
        ><UInputNumber v-model="minutes" :min="0.5" :max="60" :step="0.5" class="w-24" aria-label="Minutes in and out"
      /></UFormField>
      <UButton type="submit" color="neutral" :disabled="!other">Practise it</UButton>
    </div>
    <p v-if="failed" role="alert" class="mt-2 text-error">{{ failed }}</p>
    <p v-if="rounded.length" class="mt-2 text-sm text-muted">{{ sayList(rounded) }}.</p>
  </form>
</template>
