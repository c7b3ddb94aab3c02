<script setup lang="ts">
import equal from 'fast-deep-equal'
import { computed } from 'vue'
import { HOUSE_LIMITS, type Limits } from '#core/kit'

/** What this player finds easy and hard, row by row, each with its reason; every verdict on playability goes by it. */
const props = defineProps<{ limits: Limits }>()
const emit = defineEmits<{ limits: [limits: Limits] }>()

/** A figure as it is shown and typed, and what it is in the limits: strokes a second are shown, seconds between them kept. */
interface Row {
  /** With one figure, and no hard end. */ single?: true
  id: string
  name: string
  why: string
  unit: string
  step: number
  least: number
  most: number
  get(limits: Limits, end: 'easy' | 'hard'): number
  set(limits: Limits, end: 'easy' | 'hard', shown: number): Limits
}

type Speed = 'burst' | 'run' | 'long' | 'pair'
type End = 'hand' | 'foot'
const of = (kind: Speed, end: End, rates: boolean): Pick<Row, 'get' | 'set'> => ({
  get: (limits, to) => (rates ? 1 / limits[kind][end][to] : limits[kind][end][to] * 1000),
  set: (limits, to, shown) => ({
    ...limits,
    [kind]: { ...limits[kind], [end]: { ...limits[kind][end], [to]: rates ? 1 / shown : shown / 1000 } },
  }),
})
const rate = (kind: Speed, end: End, name: string, why: string): Row => ({
  id: `${kind}-${end}`,
  name,
  why,
  unit: 'strokes a second',
  step: 0.5,
  least: 1,
  most: 20,
  ...of(kind, end, true),
})
const pair = (end: End, name: string, why: string): Row => ({
  id: `pair-${end}`,
  name,
  why,
  unit: 'ms apart',
  step: 5,
  least: 20,
  most: 1000,
  ...of('pair', end, false),
})
const gap = (key: 'double' | 'control' | 'rise' | 'grip', name: string, why: string): Row => ({
  id: key,
  name,
  why,
  unit: 'ms apart',
  step: 5,
  least: 20,
  most: 1000,
  get: (limits, to) => limits[key][to] * 1000,
  set: (limits, to, shown) => ({ ...limits, [key]: { ...limits[key], [to]: shown / 1000 } }),
})
const travel = (
  key: 'start' | 'speed',
  name: string,
  why: string,
  unit: string,
  step: number,
  least: number,
  most: number,
  factor: number,
): Row => ({
  id: `travel-${key}`,
  name,
  why,
  unit,
  step,
  least,
  most,
  get: (limits, to) => limits.travel[to][key] * factor,
  set: (limits, to, shown) => ({
    ...limits,
    travel: { ...limits.travel, [to]: { ...limits.travel[to], [key]: shown / factor } },
  }),
})
const ROWS: Row[] = [
  rate(
    'burst',
    'hand',
    'Three or four strokes, one hand',
    'A few strokes can be thrown and caught; there is a breath after them.',
  ),
  rate('burst', 'foot', 'Three or four strokes, one foot', 'The same for a leg, which is heavier.'),
  rate(
    'run',
    'hand',
    'Five strokes and more, one hand',
    'A run is carried by wrist and fingers alone, stroke after stroke.',
  ),
  rate('run', 'foot', 'Five strokes and more, one foot', 'A run on one pedal.'),
  rate(
    'long',
    'hand',
    'Without a break, one hand',
    'Over eight bars and more, as a loop with no gap in it goes on: what is easy once tires here.',
  ),
  rate('long', 'foot', 'Without a break, one foot', 'The same for a foot.'),
  pair(
    'hand',
    'Two strokes alone, one hand',
    'A skip, or a push into a beat: two strokes with time before and after them.',
  ),
  pair('foot', 'Two strokes alone, one foot', 'Two of the bass drum together, as in a samba or before a beat.'),
  gap(
    'double',
    'Second stroke of a bounced double',
    'The stick rebounds; the fingers only catch it. A tom gives it back 15 ms later. Closer than this it runs into a buzz.',
  ),
  gap(
    'control',
    'From a loud stroke to a ghost, same hand',
    'The stick comes back high from a loud stroke and must be stopped low in time for the ghost.',
  ),
  gap('rise', 'From a ghost to an accent, same hand', 'The stick lies low and must come up in time to fall again.'),
  gap('grip', 'Another grip', 'From the stick to the cross-stick or the brush, and back.'),
  travel(
    'start',
    'Leaving a piece',
    'Before a hand can move it must leave the drum it has just hit.',
    'ms',
    5,
    0,
    500,
    1000,
  ),
  travel(
    'speed',
    'A hand between pieces',
    'How fast the hand covers the distance that the kit’s plan gives.',
    'metres a second',
    0.5,
    0.5,
    30,
    1,
  ),
  {
    id: 'chick',
    name: 'Hat foot after a hand’s stroke',
    why: 'On hats a hand has just struck closed, the foot must rise and step again. Closer than this is marked as demanding.',
    unit: 'ms apart',
    step: 5,
    least: 20,
    most: 1000,
    single: true,
    get: limits => limits.chick * 1000,
    set: (limits, _, shown) => ({ ...limits, chick: shown / 1000 }),
  },
]

const shown = (value: number) => Math.round(value * 100) / 100
const rows = computed(() =>
  ROWS.map(row => ({
    row,
    easy: shown(row.get(props.limits, 'easy')),
    hard: shown(row.get(props.limits, 'hard')),
    ours: equal(
      [row.get(props.limits, 'easy'), row.get(props.limits, 'hard')],
      [row.get(HOUSE_LIMITS, 'easy'), row.get(HOUSE_LIMITS, 'hard')],
    ),
  })),
)
const allOurs = computed(() => rows.value.every(one => one.ours))

function set({ set: to }: Row, end: 'easy' | 'hard', value: number | null | undefined) {
  if (value !== null && value !== undefined) emit('limits', to(props.limits, end, value))
}
const back = (row: Row) =>
  emit(
    'limits',
    (['easy', 'hard'] as const).reduce((limits, end) => row.set(limits, end, row.get(HOUSE_LIMITS, end)), props.limits),
  )
</script>

<template>
  <table class="w-full text-base">
    <caption class="sr-only">
      What is easy and what is hard for you
    </caption>
    <thead>
      <tr class="border-b border-default text-left text-sm text-muted max-sm:sr-only">
        <th class="py-1 font-normal">What</th>
        <th class="w-34 font-normal">Easy up to</th>
        <th class="w-34 font-normal">Hard from</th>
        <th class="w-32 font-normal">In</th>
        <th class="w-24"><span class="sr-only">Back to ours</span></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="{ row, easy, hard, ours } in rows"
        :key="row.id"
        class="border-b border-muted align-top max-sm:grid max-sm:grid-cols-2"
        :data-limit="row.id">
        <td class="py-2 pr-6 max-sm:col-span-2">
          <b class="font-semibold text-highlighted">{{ row.name }}</b>
          <p class="max-w-xl text-sm text-muted">{{ row.why }}</p>
        </td>
        <td class="py-2 pr-3">
          <UInputNumber
            :model-value="easy"
            :min="row.least"
            :max="row.most"
            :step="row.step"
            :step-snapping="false"
            class="w-28"
            :aria-label="`${row.name}, easy up to`"
            @update:model-value="value => set(row, 'easy', value)" />
        </td>
        <td class="py-2 pr-3">
          <UInputNumber
            v-if="!row.single"
            :model-value="hard"
            :min="row.least"
            :max="row.most"
            :step="row.step"
            :step-snapping="false"
            class="w-28"
            :aria-label="`${row.name}, hard from`"
            @update:model-value="value => set(row, 'hard', value)" />
        </td>
        <td class="py-3 text-sm text-muted">{{ row.unit }}</td>
        <td class="py-2 text-right">
          <UButton v-if="!ours" size="xs" color="neutral" variant="outline" @click="back(row)">Back to ours</UButton>
        </td>
      </tr>
    </tbody>
  </table>
  <UButton v-if="!allOurs" class="mt-3" color="neutral" variant="outline" @click="emit('limits', HOUSE_LIMITS)"
    >All back to ours</UButton
  >
</template>
