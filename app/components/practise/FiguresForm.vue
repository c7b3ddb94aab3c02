<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Groove } from '#core/groove'
import { type Limb, LIMB_NAMES, limbsInOrder } from '#core/kit'
import {
  FIGURE_GRIDS,
  type FigureBest,
  type Plan,
  type Subject,
  figureBeats,
  practiceFiguresOf,
  makePlan,
  makeStage,
  practised,
  sayFigures,
} from '#core/practise'
import { beatsOf } from '#core/time'
import { api } from '~/documents/api'
import { toneOf } from '~/lanes/tone'
import { newId } from '~/documents/ids'
import { useKits } from '~/stores/kits'

/** Figures against an ostinato: which limb plays them and what holds; the boxes with the tempo each has reached. */
const props = defineProps<{ groove: Groove }>()
const emit = defineEmits<{ make: [plan: Plan] }>()
const kits = useKits()
const limb = ref<Limb>('RF')
const grid = ref<'sixteenths' | 'triplets'>('sixteenths')
const easiest = ref(true)
const accents = ref(false)
const bars = ref(4)
const bpm = ref(70)
const record = shallowRef<FigureBest[]>([])
const grids = computed(() => FIGURE_GRIDS.filter(one => figureBeats(props.groove, one).length))
const rests = computed(() => figureBeats(props.groove, grid.value).length < beatsOf(props.groove.bars).length)
watch(
  () => props.groove.id,
  async id => {
    bpm.value = Math.max(40, Math.round(props.groove.tempo.bpm * 0.7))
    limb.value = props.groove.lead === 'right' ? 'RF' : 'LF'
    grid.value =
      !grids.value.includes('sixteenths') || figureBeats(props.groove, 'triplets').some(beat => beat.slots % 3 === 0)
        ? 'triplets'
        : 'sixteenths'
    try {
      record.value = await api.log.figures(id)
    } catch {
      record.value = []
    }
  },
  { immediate: true },
)

const subject = computed<Extract<Subject, { kind: 'figures' }>>(() => ({
  kind: 'figures',
  id: props.groove.id,
  limb: limb.value,
  grid: grid.value,
  bars: bars.value,
  easiest: easiest.value,
  accents: accents.value,
}))
const boxes = computed(() =>
  practiceFiguresOf(props.groove, subject.value, kits.of(props.groove.kitId)).map(({ mask, part }) => ({
    mask,
    playable: part.strokes.length > 0,
    best: record.value.find(one => one.figure === `${limb.value} ${mask}`),
  })),
)
const holds = computed(() => practised(props.groove).filter(part => part.limb !== limb.value))
const able = computed(() => holds.value.length > 0 && boxes.value.every(box => box.playable))
function make() {
  const stage = makeStage({
    id: newId(),
    name: `${LIMB_NAMES[limb.value]} figures`.replace(/^./, first => first.toUpperCase()),
    subject: subject.value,
    parts: Object.fromEntries(holds.value.map(part => [part.id, 'player'])),
    length: { bars: boxes.value.length * bars.value },
    tempo: { bpm: bpm.value, counts: props.groove.tempo.counts },
    given: ['name'],
  })
  emit(
    'make',
    makePlan({
      id: newId(),
      title: `${props.groove.title}, figures of the ${LIMB_NAMES[limb.value]}`.slice(0, 160),
      stages: [stage],
    }),
  )
}
</script>

<template>
  <form aria-label="Figures against an ostinato" data-figures @submit.prevent="make">
    <h2 class="mb-1 text-lg text-highlighted">Figures over “{{ groove.title }}”</h2>
    <p class="mb-2 text-base">
      One limb plays every figure of a beat, {{ bars }} bars each without a stop, while the rest of the groove holds.{{
        rests ? ' In beats of another length it rests.' : ''
      }}
      Each box keeps the fastest tempo you played it at.
    </p>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <UFormField label="Limb"
        ><USelect
          v-model="limb"
          :items="limbsInOrder(groove.lead).map(value => ({ label: LIMB_NAMES[value], value }))"
          class="w-32"
          aria-label="Limb that plays the figures"
      /></UFormField>
      <UFormField label="Beat"
        ><USelect
          v-model="grid"
          :items="grids.map(value => ({ value, label: sayFigures(groove, value) }))"
          class="w-38"
          aria-label="Figures of"
      /></UFormField>
      <UFormField label="Bars each"
        ><UInputNumber v-model="bars" :min="1" :max="16" class="w-20" aria-label="Bars of each figure"
      /></UFormField>
      <UFormField
        ><template #label>Tempo, <NoteGlyph :counts="groove.tempo.counts" /></template
        ><UInputNumber v-model="bpm" :min="20" :max="400" class="w-24" aria-label="Tempo of the figures"
      /></UFormField>
      <USwitch v-model="easiest" color="neutral" label="easiest first" class="pb-2" />
      <USwitch v-model="accents" color="neutral" label="as accents in an even line" class="pb-2" />
      <UButton type="submit" color="neutral" :disabled="!able">Practise the figures</UButton>
    </div>
    <p v-if="!able" role="alert" class="mt-2 text-error">
      {{
        holds.length
          ? 'The beats of this groove cannot be cut so; choose the other kind of beat.'
          : 'Nothing would hold: the groove has no other limb with strokes.'
      }}
    </p>
    <ol
      class="mt-3 grid grid-cols-3 gap-2 sm:grid-cols-5 lg:max-w-3xl"
      aria-label="Figures, and the tempo each has reached">
      <li v-for="box in boxes" :key="box.mask" class="border border-default px-3 py-2" :data-figure="box.mask">
        <FigureSticks :mask="box.mask" :tone="toneOf(limb, groove.lead)" />
        <span class="text-sm" :class="box.best ? 'font-semibold' : 'text-muted'">{{
          box.best ? Math.round(box.best.tempo.bpm) : 'not yet'
        }}</span>
      </li>
    </ol>
  </form>
</template>
