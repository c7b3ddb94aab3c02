<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { sayPlace } from '#core/groove'
import {
  ENDINGS,
  ENDING_NAMES,
  FEET_NAMES,
  FILL_FEET,
  type Fill,
  type FillGround,
  type FillSource,
  type FillWish,
  FILL_LOUDNESS,
  LOUDNESS_NAMES,
  wishOf,
  handHome,
  fillLimbsOf,
  slotsWithin,
  cellsFor,
} from '#core/phrase'
import { RUDIMENTS, readSticking } from '#core/sticking'
import { beatsOf, barStarts, slotsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** What a fill is made of: its source, where and how long, its loudness, feet and ending. */
const props = defineProps<{ fill: Fill; ground: FillGround }>()
const emit = defineEmits<{ wish: [wish: FillWish]; refused: [reason: string] }>()
const settings = useSettings()
const round = computed(() => props.ground.round)
const total = computed(() => barStarts(round.value.bars).at(-1)!)

const tell = (more: Partial<FillWish>) => emit('wish', { ...wishOf(props.fill), leaveOut: [], ...more })
/** What has no accents cannot be loud on them: it grows instead. */
const loudFor = (source: FillSource): Partial<FillWish> =>
  props.fill.loudness === 'accents' && !/[>^]/.test(JSON.stringify(source)) ? { loudness: 'growing' } : {}
/** Another source, or another stretch, begins with the hand that leaves the lead free at its end. */
const withHand = (more: Partial<FillWish>) => {
  const wish = { ...wishOf(props.fill), ...more }
  tell({ ...more, first: handHome(wish.source, slotsWithin(round.value, wish).length, fillLimbsOf(round.value).lead) })
}

const SOURCES = [
  { label: 'single strokes', value: 'singles' },
  { label: 'a row of the style', value: 'row' },
  { label: 'a sticking', value: 'sticking' },
  { label: 'a rudiment', value: 'rudiment' },
  { label: 'note groups', value: 'groups' },
]
const text = ref('')
watch(
  () => props.fill.source,
  source =>
    (text.value =
      source.kind === 'sticking' || source.kind === 'row'
        ? source.text
        : source.kind === 'groups'
          ? source.texts.join(' ')
          : ''),
  { immediate: true },
)
const USUAL: Record<string, FillSource> = {
  singles: { kind: 'singles' },
  row: { kind: 'row', text: 'SSFF' },
  sticking: { kind: 'sticking', text: 'rllr' },
  rudiment: { kind: 'rudiment', id: 'paradiddle' },
  groups: { kind: 'groups', texts: ['rll', 'rlrll'] },
}
function write() {
  if (props.fill.source.kind === 'groups')
    return withHand({ source: { kind: 'groups', texts: text.value.split(/[\s+,]+/).filter(Boolean) } })
  const read = readSticking(text.value)
  if (!read.ok) return emit('refused', read.reason)
  const source: FillSource = { kind: 'sticking', text: text.value }
  withHand({ source, ...loudFor(source) })
}
/** Rows of the style that last as long as this fill. */
const cells = computed(() => cellsFor(props.ground, props.fill.length).map(cell => cell.text))
const tellRow = (row: string) => {
  const cell = cellsFor(props.ground, props.fill.length).find(one => one.text === row)
  tell({ source: { kind: 'row', text: row.trim() }, ...(cell ? { grid: cell.grid as Fill['grid'] } : {}) })
}
const GRIDS = [
  { label: 'the grid of the bars', value: 0 },
  ...[2, 3, 4, 6, 8].map(value => ({ label: `${value} a beat`, value })),
]
const rudiments = RUDIMENTS.map(({ id, name }) => ({ label: name, value: id }))

const froms = computed(() =>
  slotsOf(round.value.bars).map(slot => ({ label: sayPlace(round.value, slot.at, settings.counting), value: slot.at })),
)
/** Lengths by beats from where it begins, to the end of its bars and to four bars at most. */
const lengths = computed(() => {
  const beats = beatsOf(round.value.bars)
  const starts = barStarts(round.value.bars)
  const most = Math.min(total.value, ...(starts.length > 5 ? [props.fill.from + starts[4]!] : []))
  const ends = [...new Set([...beats.map(beat => beat.at + beat.length), props.fill.from + props.fill.length])]
    .filter(end => end > props.fill.from && end <= most)
    .sort((a, b) => a - b)
  return ends.map(end => {
    const count = beats.filter(beat => beat.at >= props.fill.from && beat.at + beat.length <= end).length
    const bars = starts.filter(start => start > props.fill.from && start <= end).length
    const whole = starts.includes(props.fill.from) && starts.includes(end)
    return {
      label: whole
        ? bars === 1
          ? 'a bar'
          : `${bars} bars`
        : count === 0
          ? 'to the next beat'
          : count === 1
            ? 'a beat'
            : `${count} beats`,
      value: end - props.fill.from,
    }
  })
})
const named = <T extends string>(list: readonly T[], names: Record<T, string>) =>
  list.map(value => ({ label: names[value], value }))
const begin = (from: number) => withHand({ from, length: Math.min(props.fill.length, total.value - from) })
</script>

<template>
  <div class="grid grid-cols-[4.5rem_minmax(0,1fr)] items-center gap-x-2 gap-y-1.5 text-sm">
    <span class="text-muted">Made of</span>
    <USelect
      :model-value="fill.source.kind"
      :items="SOURCES"
      aria-label="What the fill is made of"
      @update:model-value="kind => withHand({ source: USUAL[kind]!, ...loudFor(USUAL[kind]!) })" />
    <template v-if="fill.source.kind === 'row'">
      <span class="text-muted">Row</span>
      <UInputMenu
        v-if="cells.length"
        :model-value="text"
        :items="cells"
        create-item
        class="font-mono"
        aria-label="Row: S s g for the snare, T M F for toms, B for the foot, a point for a rest"
        @create="tellRow"
        @update:model-value="row => row && tellRow(String(row))" />
      <UInput
        v-else
        v-model="text"
        class="font-mono"
        aria-label="Row: S s g for the snare, T M F for toms, B for the foot, a point for a rest"
        @change="tellRow(text)" />
    </template>
    <template v-if="fill.source.kind === 'sticking' || fill.source.kind === 'groups'">
      <span class="text-muted">{{ fill.source.kind === 'groups' ? 'Groups' : 'Letters' }}</span>
      <UInput
        v-model="text"
        class="font-mono"
        :aria-label="
          fill.source.kind === 'groups'
            ? 'Note groups, with spaces between them'
            : 'Sticking: r and l for the hands, f for the foot, - for a rest'
        "
        @change="write" />
    </template>
    <template v-if="fill.source.kind === 'rudiment'">
      <span class="text-muted">Rudiment</span>
      <USelectMenu
        :model-value="fill.source.id"
        role="combobox"
        :items="rudiments"
        value-key="value"
        aria-label="Rudiment"
        @update:model-value="id => withHand({ source: { kind: 'rudiment', id: String(id) } })" />
    </template>
    <span class="text-muted">From</span>
    <span class="flex items-center gap-1.5"
      ><USelect
        :model-value="fill.from"
        :items="froms"
        class="min-w-0 flex-1"
        aria-label="Where the fill begins"
        @update:model-value="from => begin(Number(from))" /><span class="text-muted">for</span
      ><USelect
        :model-value="fill.length"
        :items="lengths"
        class="w-24 shrink-0"
        aria-label="How long the fill is"
        @update:model-value="length => withHand({ length: Number(length) })"
    /></span>
    <span class="text-muted">Runs on</span>
    <USelect
      :model-value="fill.grid ?? 0"
      :items="GRIDS"
      aria-label="Slots of a beat that the fill runs on"
      @update:model-value="grid => withHand({ grid: (Number(grid) || null) as Fill['grid'] })" />
    <span class="text-muted">Begins</span>
    <USelect
      :model-value="fill.first"
      :items="[
        { label: 'right hand', value: 'R' },
        { label: 'left hand', value: 'L' },
      ]"
      aria-label="Hand to begin with"
      @update:model-value="first => tell({ first: first as 'R' })" />
    <span class="text-muted">Loudness</span>
    <USelect
      :model-value="fill.loudness"
      :items="named(FILL_LOUDNESS, LOUDNESS_NAMES)"
      aria-label="Loudness"
      @update:model-value="loudness => tell({ loudness: loudness as Fill['loudness'] })" />
    <span class="text-muted">Feet</span>
    <USelect
      :model-value="fill.feet"
      :items="named(FILL_FEET, FEET_NAMES)"
      aria-label="Feet under the fill"
      @update:model-value="feet => tell({ feet: feet as Fill['feet'] })" />
    <span class="text-muted">Home</span>
    <USelect
      :model-value="fill.ending"
      :items="named(ENDINGS, ENDING_NAMES)"
      aria-label="How it says that home is coming"
      @update:model-value="ending => tell({ ending: ending as Fill['ending'] })" />
  </div>
</template>
