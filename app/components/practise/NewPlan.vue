<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Groove, type Span, saySpan } from '#core/groove'
import {
  type Plan,
  TEMPO_WAYS,
  WAYS,
  planFor,
  planSeconds,
  practised,
  rungsOf,
  sayClimb,
  usualWay,
  waysFor,
} from '#core/practise'
import { present } from '#core/present'
import { convertTempo } from '#core/time'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** A plan for a groove or a span of it: the way to learn it, how the tempo goes, the goal and the minutes; seen before it is made. */
const props = defineProps<{
  groove: Groove
  span: Span | undefined
  /** It is practised as it stands on the Bench. */ fromBench?: boolean
}>()
const emit = defineEmits<{ make: [plan: Plan] }>()
const kits = useKits()
const settings = useSettings()
const way = ref('feet-first')
const tempo = ref('rising')
const goal = ref(100)
const minutes = ref<number>()
const warmUp = ref(false)
const breaks = ref(true)
const on = ref<'kit' | 'pad'>('kit')
/** Of a way that takes one part in turn: which, and how many strokes a step adds; 0 for as many as make six steps at most. */
const partId = ref('')
const strokes = ref(0)
const skip = ref(false)
/** The click and the count-in of the Bench, where it has any. */
const asBench = ref(props.fromBench)
const bench = computed(() => ({
  ...(settings.click === 'none' ? {} : { click: settings.clickPlan }),
  ...(settings.countIn ? { countIn: settings.countIn } : {}),
}))
const benchHas = computed(() => Object.keys(bench.value).length > 0)
watch(
  () => props.groove.id,
  () => {
    way.value = usualWay(props.groove, kits.of(props.groove.kitId))
    goal.value = props.groove.tempo.bpm
    minutes.value = undefined
    ;[partId.value, strokes.value] = ['', 0]
  },
  { immediate: true },
)

/** What the record says is solid: the tempo of each stage’s last entry, where that was solid, counted as the groove counts. */
const solid = ref(new Map<string, number>())
watch(
  () => [props.groove.id, skip.value] as const,
  async ([id, wanted]) => {
    solid.value = new Map()
    if (!wanted) return
    try {
      const { entries } = await api.log.page(0, 500, { about: id })
      const found = new Map<string, number>()
      for (const entry of entries)
        if (!found.has(entry.stage))
          found.set(
            entry.stage,
            entry.word === 'solid' && entry.tempo ? convertTempo(entry.tempo, props.groove.tempo.counts).bpm : 0,
          )
      solid.value = found
    } catch {
      // Without the record nothing is skipped.
    }
  },
)

/** The parts that the chosen way can take in turn. */
const takes = computed(() => {
  const taking = present(
    WAYS.find(one => one.id === way.value),
    'way',
  ).takes
  return taking?.({ ...props.groove, parts: practised(props.groove) }) ?? []
})
const STROKES = [{ label: 'as fits', value: 0 }, ...[1, 2, 3, 4].map(value => ({ label: String(value), value }))]
const offered = computed(() =>
  planFor(props.groove, newId, {
    way: way.value,
    tempo: tempo.value,
    goal: { ...props.groove.tempo, bpm: goal.value },
    kit: kits.of(props.groove.kitId),
    warmUp: warmUp.value,
    breaks: breaks.value,
    on: on.value,
    ...(asBench.value ? bench.value : {}),
    ...(props.span ? { span: props.span } : {}),
    turn: { ...(partId.value ? { partId: partId.value } : {}), ...(strokes.value ? { strokes: strokes.value } : {}) },
    ...(minutes.value ? { minutes: minutes.value } : {}),
    ...(skip.value ? { solid: stage => (solid.value.get(stage.name) ?? 0) >= Math.max(...rungsOf(stage)) } : {}),
  }),
)
const ways = computed(() =>
  waysFor(props.groove, kits.of(props.groove.kitId), props.span).map(({ id, name }) => ({
    label: id === usualWay(props.groove, kits.of(props.groove.kitId)) ? `${name} (usual here)` : name,
    value: id,
  })),
)
const about = computed(
  () =>
    `${
      present(
        WAYS.find(one => one.id === way.value),
        'way',
      ).about
    } ${
      present(
        TEMPO_WAYS.find(one => one.id === tempo.value),
        'tempo way',
      ).about
    }`,
)
</script>

<template>
  <form aria-label="A new plan" data-new-plan @submit.prevent="offered.ok && emit('make', offered.value)">
    <h2 class="mb-2 text-lg text-highlighted">
      A plan for “{{ groove.title }}”<template v-if="span">, {{ saySpan(groove, span, settings.counting) }}</template>
    </h2>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <UFormField label="Way to learn it"
        ><USelect v-model="way" :items="ways" class="w-60" aria-label="Way to learn it"
      /></UFormField>
      <template v-if="takes.length">
        <UFormField label="Part"
          ><USelect
            :model-value="partId || takes[0]!.id"
            :items="takes.map(part => ({ label: part.name, value: part.id }))"
            class="w-44"
            aria-label="Part that is taken in turn"
            @update:model-value="id => (partId = String(id))"
        /></UFormField>
        <UFormField label="Strokes a step"
          ><USelect v-model="strokes" :items="STROKES" class="w-24" aria-label="Strokes a step adds"
        /></UFormField>
      </template>
      <UFormField label="Tempo"
        ><USelect
          v-model="tempo"
          :items="TEMPO_WAYS.map(one => ({ label: one.name, value: one.id }))"
          class="w-60"
          aria-label="How the tempo goes"
      /></UFormField>
      <UFormField
        ><template #label>Goal, <NoteGlyph :counts="groove.tempo.counts" /></template
        ><UInputNumber v-model="goal" :min="20" :max="400" class="w-26" aria-label="Goal tempo"
      /></UFormField>
      <UFormField label="Minutes in all"
        ><UInputNumber
          v-model="minutes"
          :min="1"
          :max="240"
          :placeholder="offered.ok ? String(Math.round(planSeconds(offered.value) / 60)) : ''"
          class="w-26"
          aria-label="Minutes in all"
      /></UFormField>
      <UFormField label="On"
        ><USelect v-model="on" :items="['kit', 'pad']" class="w-20" aria-label="On pad or kit"
      /></UFormField>
      <UButton type="submit" color="neutral" :disabled="!offered.ok">Make a plan</UButton>
    </div>
    <div class="mt-2 flex flex-wrap gap-x-6 gap-y-1">
      <USwitch v-model="warmUp" color="neutral" label="warm up first" /><USwitch
        v-model="breaks"
        color="neutral"
        label="breaks in long plans" /><USwitch
        v-model="skip"
        color="neutral"
        label="leave out what is solid at its tempo" /><USwitch
        v-if="benchHas"
        v-model="asBench"
        color="neutral"
        label="click and count-in as on the Bench" />
    </div>
    <p class="mt-2 text-base">{{ about }}</p>
    <p v-if="!offered.ok" role="alert" class="mt-2 text-error">{{ offered.reason }}</p>
    <ol v-else class="mt-2 flex flex-wrap gap-x-4 gap-y-0.5 text-sm text-muted" data-offered>
      <li v-for="(stage, i) in offered.value.stages" :key="i">
        <b>{{ i + 1 }}</b> {{ stage.name
        }}<template v-if="stage.subject.kind !== 'break'">, {{ sayClimb(stage) }}</template>
      </li>
    </ol>
  </form>
</template>
