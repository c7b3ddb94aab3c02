<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import {
  type LogEntry,
  type Material,
  type Plan,
  type Stage,
  allOf,
  breakStage,
  grooveOf,
  isolating,
  lapOf,
  makeStage,
  planOn,
  likeAll,
  planSeconds,
  rangeOf,
  sayDuration,
  stageDoubled,
  stageIn,
  stageOut,
  withStage,
} from '#core/practise'
import type { Advice } from '#core/measure'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { sayTempo } from '#core/time'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { useRecording } from '~/composables/useRecording'
import { useStationKeys } from '~/composables/useStationKeys'
import { downloadJson } from '~/download'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { createUntaken } from '~/documents/untaken'
import { placeOf } from '~/practise/place'
import { useKits } from '~/stores/kits'
import { usePlans } from '~/stores/plans'
import { fetchMaterial } from '~/stores/practice'
import { useSittings } from '~/stores/sittings'
import { sayMoment } from '~/practise/day'

/** One plan: its stages in a column, the chosen one beside them to be changed, and what was measured of it last. */
const route = useRoute()
const toast = useToast()
const plans = usePlans()
const sittings = useSittings()
const kits = useKits()
const material = shallowRef<Material>({ grooves: new Map(), phrases: new Map(), kitOf: id => kits.of(id) })
const failed = ref('')
const chosen = ref('')

try {
  await Promise.all([plans.open(String(route.params.id)), kits.load(), sittings.load()])
  material.value = { ...(await fetchMaterial(plans.here.stages)), kitOf: id => kits.of(id) }
  chosen.value = plans.here.stages[0]!.id
} catch (error) {
  failed.value = (error as Error).message
}

const refused = (reason: string) => void toast.add({ title: reason, color: 'error' })
const take = (plan: Plan | Result<Plan>) => {
  const done = 'ok' in plan ? (plan.ok ? plans.edit(plan.value) : plan) : plans.edit(plan)
  if (!done.ok) refused(done.reason)
}
const stage = computed(() => plans.document?.stages.find(one => one.id === chosen.value) ?? plans.document?.stages[0])
/** The chosen stage, for what is reached only while a plan is open: a plan has one at least. */
const here = computed(() => present(stage.value, 'stage'))
const number = computed(
  () => plans.here.stages.filter(one => one.subject.kind !== 'break').findIndex(one => one.id === stage.value?.id) + 1,
)
const grooveFor = (one: Stage) => grooveOf(one.subject, material.value)
const first = computed(() => plans.document?.stages.map(grooveFor).find(Boolean))
const set = (facts: Partial<Stage>) => take(withStage(plans.here, here.value.id, facts))
const range = computed(() => rangeOf(plans.here))
/** Where what it practises is worked on. */
const place = computed(() => {
  const subject = plans.here.stages.find(one => one.subject.kind !== 'break')?.subject
  return subject && placeOf(subject, plans.here.id)
})
const breaks = computed(() => plans.here.stages.filter(one => one.subject.kind === 'break').length)
const lasts = computed(() => planSeconds(plans.here, one => lapOf(one, material.value)))

function doubled(id: string) {
  const fresh = newId()
  take(stageDoubled(plans.here, id, () => fresh))
}
function takeOut(id: string) {
  const at = plans.here.stages.findIndex(one => one.id === id)
  const less = stageOut(plans.here, id)
  take(less)
  if (less.ok && id === chosen.value) chosen.value = less.value.stages[Math.min(at, less.value.stages.length - 1)]!.id
}
/** A new stage right after the chosen one: all of its groove, by the player; or a break. */
function add(kind: 'stage' | 'break') {
  const from = here.value
  const of = grooveFor(from)
  const id = newId()
  const fresh =
    kind === 'break' || !of
      ? breakStage(id, from.tempo)
      : makeStage({
          id,
          name: 'All of it',
          subject: from.subject.kind === 'break' ? { kind: 'groove', id: of.id } : from.subject,
          parts: Object.fromEntries(
            of.parts.filter(part => part.strokes.length && !part.muted).map(part => [part.id, 'player']),
          ),
          length: { seconds: 120 },
          tempo: { bpm: from.tempo.bpm, counts: from.tempo.counts },
        })
  const { stages } = plans.here
  const next = stages[stages.findIndex(one => one.id === from.id) + 1]
  take(stageIn(plans.here, fresh, next?.id))
  chosen.value = id
}
function addRemedy(remedy: Advice) {
  const of = grooveFor(here.value)
  const fresh = of && isolating(here.value, of, remedy, newId())
  if (!fresh) return refused('This stage has just those limbs already: take it slower instead.')
  take(stageIn(plans.here, fresh, here.value.id))
  chosen.value = fresh.id
}
const retitle = (title: string) => take({ ...plans.here, title })
async function copy() {
  const made = { ...plans.here, id: newId(), title: `${plans.here.title}, copied`.slice(0, 160) }
  await createUntaken('plan', made)
  await navigateTo(`/practise/${made.id}`)
}
/** The same plan for another groove: who plays what by limb and role, at that groove’s tempo. */
const other = ref('')
watch(other, async id => {
  if (!id || !first.value) return
  try {
    const made = planOn(plans.here, first.value, (await api.grooves.get(id)).document, newId)
    if (!made.ok) return refused(made.reason)
    await createUntaken('plan', made.value)
    await navigateTo(`/practise/${made.value.id}`)
  } catch (error) {
    refused((error as Error).message)
  }
})
async function toBin() {
  const { title, id } = plans.here
  await navigateTo('/practise')
  const back = await plans.toBin()
  toast.add({
    title: `“${title}” is in the bin.`,
    actions: [
      {
        label: 'Undo',
        onClick: async () => {
          await back()
          await navigateTo(`/practise/${id}`)
        },
      },
    ],
  })
}

// ---- what was measured of the chosen stage last ----

const lastMeasured = shallowRef<LogEntry>()
/** The newest entries of this plan; fetched once. */
let record: LogEntry[] | undefined
/** What is beside the stages: what was measured, where something was, or everything to be changed. */
const view = ref<'measured' | 'change'>('measured')
watch(
  () => [stage.value?.id, stage.value?.name] as const,
  async () => {
    lastMeasured.value = undefined
    const one = stage.value
    if (!one || one.subject.kind === 'break') return
    try {
      record ??= (await api.log.page(0, 200, { plan: plans.here.id })).entries
      const found = record.find(entry => entry.stage === one.name && entry.measures)
      const whole = found && (await api.log.get(found.id))
      if (stage.value?.id === one.id) lastMeasured.value = whole
    } catch {
      // Without a server there is nothing to show; the plan itself can still be changed.
    }
  },
  { immediate: true },
)
const recording = useRecording()
async function measureFile(file: File) {
  const entry = await recording.measureFile(file, plans.here, here.value, material.value)
  if (!entry) return
  record = [entry, ...(record ?? [])]
  lastMeasured.value = entry
  view.value = 'measured'
}
const when = computed(() =>
  lastMeasured.value
    ? `${sayMoment(lastMeasured.value.at)}${lastMeasured.value.tempo ? `, at ${sayTempo(lastMeasured.value.tempo)}` : ''}`
    : '',
)
const menu = [
  [
    { label: 'Duplicate', icon: 'i-lucide-copy', onSelect: () => void copy() },
    { label: 'Save as a file', icon: 'i-lucide-download', onSelect: () => downloadJson(plans.here.title, plans.here) },
    { label: 'All plans', icon: 'i-lucide-list', to: '/practise' },
  ],
  [{ label: 'Put in the bin', icon: 'i-lucide-trash-2', color: 'error' as const, onSelect: () => void toBin() }],
]
const underWay = computed(() => sittings.list.find(one => one.planId === plans.document?.id))
const run = (on?: { id: string }) => `/practise/${plans.here.id}/run${on ? `?go=${on.id}` : ''}`
useStationKeys('plans', {
  start: () => navigateTo(run(underWay.value)),
  add: () => add('stage'),
  undo: () => plans.takeBack(),
  redo: () => plans.bringBack(),
})
useKeptOpen(plans)
useHead({ title: () => `${plans.document?.title ?? 'Plan'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed || !plans.document || !stage" what="plan" :why="failed" to="/practise" where="To all plans" />
  <template v-else>
    <StationHeader
      station="Practise"
      :name="plans.document.title"
      label="Title of the plan"
      :most="160"
      @rename="retitle">
      <span class="shrink-0 text-sm text-muted"
        ><TempoMark :tempo="range.from" /> to
        <TempoMark v-if="range.to.counts !== range.from.counts" :tempo="range.to" /><template v-else>{{
          Math.round(range.to.bpm)
        }}</template>
        · {{ sayDuration(lasts) }}{{ breaks ? ` with ${breaks === 1 ? 'one break' : `${breaks} breaks`}` : '' }}</span
      >
      <NuxtLink v-if="place" :to="place.to" class="shrink-0 text-sm text-muted underline" data-place>{{
        place.name
      }}</NuxtLink>
      <template #actions
        ><KeptState :of="plans" @step="direction => plans[direction]()" />
        <UDropdownMenu
          :items="[
            { label: 'A stage', onSelect: () => add('stage') },
            { label: 'A break', onSelect: () => add('break') },
          ]"
          ><UButton color="neutral" variant="outline">Add</UButton></UDropdownMenu
        >
        <UButton v-if="underWay" color="neutral" variant="outline" :to="run()">From the start</UButton>
        <UButton size="xl" color="neutral" :to="run(underWay)">{{
          underWay ? `Go on with stage ${underWay.stage}` : 'Start practising'
        }}</UButton><MoreMenu :items="menu" /></template
    ></StationHeader>
    <StaleNotice
      v-if="plans.theirs"
      what="plan"
      :mine="plans.document"
      :theirs="plans.theirs"
      @choose="plans.resolveStale" />
    <div class="min-h-0 flex-1 overflow-y-auto lg:grid lg:grid-cols-[minmax(20rem,26rem)_1fr] lg:overflow-hidden">
      <div class="border-default lg:overflow-y-auto lg:border-r">
        <StageList
          v-model="chosen"
          :plan="plans.document"
          :groove-of="one => allOf(one, material)"
          @plan="take"
          @double="doubled"
          @out="takeOut" />
        <p class="px-4 py-3 text-sm text-muted">
          Filled: you. Outlined: the machine. Dotted: sung. Pale: silent. Stages are dragged by their number, or moved
          with Alt and the arrows.
        </p>
        <div class="flex flex-wrap items-center gap-2 px-4 pb-4">
          <GroovePicker
            v-if="first"
            v-model="other"
            label="Use this plan for another groove"
            placeholder="Use it for another groove" />
        </div>
      </div>
      <div class="px-4 py-4 sm:px-6 lg:overflow-y-auto">
        <div class="mb-3 flex flex-wrap items-center gap-2">
          <UTabs
            v-if="lastMeasured"
            v-model="view"
            :items="[
              { label: 'Measured', value: 'measured' },
              { label: 'Change it', value: 'change' },
            ]"
            color="neutral"
            variant="link"
            :content="false"
            class="mr-auto" />
          <RecordingPicker
            v-if="stage.subject.kind !== 'break' && stage.pulse === 'steady'"
            :working="recording.working.value"
            @chosen="measureFile" />
          <UButton color="neutral" variant="outline" @click="doubled(stage.id)">Duplicate</UButton>
          <UButton color="neutral" variant="outline" @click="takeOut(stage.id)">Remove</UButton>
        </div>
        <StageEditor
          v-if="view === 'change' || !lastMeasured"
          :key="stage.id"
          :stage="stage"
          :groove="grooveFor(stage)"
          :kit="kits.of(grooveFor(stage)?.kitId ?? '')"
          :shared="plans.document.stages.length > 1"
          @set="set"
          @all="row => take(likeAll(plans.here, here.id, row, grooveFor(here)))"
          @refused="refused" />
        <MeasuredPanel
          v-else-if="lastMeasured.measures && grooveFor(stage)"
          :measures="lastMeasured.measures"
          :groove="grooveFor(stage)!"
          :when="when"
          :number="number"
          @add="addRemedy" />
        <p
          v-if="!lastMeasured && stage.subject.kind !== 'break'"
          class="mt-6 border-t border-default pt-4 text-sm text-muted">
          Not measured yet. In the runner choose what measures you (four keys, pads over MIDI, or the simulated
          drummer), or measure a MIDI recording of it at its tempo, and see here how the limbs land.
        </p>
      </div>
    </div>
  </template>
</template>
