<script setup lang="ts">
import { computed } from 'vue'
import { type EditorEvent, strokesChosen } from '#core/editor'
import { type Stroke, nextOnHats, ornamentsFor, sayPlaces } from '#core/groove'
import {
  LEVEL_NAMES,
  LEVELS,
  LIMB_NAMES,
  type Limb,
  type Ornament,
  STROKE_NAMES,
  limbsInOrder,
  pieceOf,
  piecesFor,
  strokesFor,
} from '#core/kit'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The chosen stroke, or strokes: which piece, struck how, how hard, and how long an open hat stays open. */
const emit = defineEmits<{ send: [event: EditorEvent] }>()
const bench = useBench()
const settings = useSettings()

/** What is chosen, as it is now once the lanes have shown it; nothing here holds the lanes up. */
const chosen = useAfterPaint<{ strokes: Stroke[]; limb: Limb; where: string }>(() => {
  const ats = bench.state && bench.shown ? strokesChosen(bench.state, bench.shown) : []
  const strokes = bench.chosenPart?.strokes.filter(stroke => ats.includes(stroke.at)) ?? []
  return {
    strokes,
    limb: bench.chosenPart?.limb ?? 'RH',
    where:
      bench.shown && strokes.length
        ? sayPlaces(
            bench.shown,
            strokes.map(stroke => stroke.at),
            settings.counting,
          ).slice(0, 40)
        : '',
  }
}, 2)
/** The groove, too, as it is now once the lanes have shown it: every edit makes another, and what is listed from it is drawn again with it. */
const groove = useAfterPaint(() => bench.shown, 2)
const strokes = computed(() => chosen.value.strokes)
/** The last stroke chosen is kept while none is, hidden: its lists are dear to build and it will be wanted again. */
const first = computed<Stroke | undefined>(before => strokes.value[0] ?? before)
const limb = computed(() => chosen.value.limb)
const pieceId = computed(() => first.value?.piece ?? '')

// Lists of choices change with the limb and the piece alone.
const pieces = computed(() => piecesFor(bench.kit, limb.value).map(piece => ({ label: piece.name, value: piece.id })))
const kinds = computed(() => {
  const piece = pieceOf(bench.kit, pieceId.value)
  return piece ? strokesFor(piece, limb.value).map(kind => ({ label: STROKE_NAMES[kind], value: kind })) : []
})
const ornaments = computed(() => {
  const piece = pieceOf(bench.kit, pieceId.value)
  return ['none', ...(piece ? ornamentsFor(piece) : [])]
})
/** Whom the chosen strokes can be given to: the other parts, or another limb in a separate part. */
const receivers = computed(() =>
  [
    (groove.value?.parts ?? [])
      .filter(part => part.id !== bench.chosenPartId && !part.locked)
      .map(part => ({
        label: `${part.name}, ${LIMB_NAMES[part.limb]}`,
        onSelect: () => emit('send', { type: 'give', to: { partId: part.id } }),
      })),
    limbsInOrder(groove.value?.lead ?? 'right')
      .filter(one => one !== limb.value)
      .map(one => ({
        label: `The ${LIMB_NAMES[one]}, in a new part`,
        onSelect: () => emit('send', { type: 'give', to: { limb: one } }),
      })),
  ].filter(group => group.length),
)
const openSlots = computed(() => first.value?.openFor ?? 0)
const OPEN_LENGTHS: [number, string][] = [
  [630, 'a thirty-second'],
  [1260, 'a sixteenth'],
  [2520, 'an eighth'],
  [3780, 'a dotted eighth'],
  [5040, 'a quarter'],
  [10080, 'a half'],
]
/** An opening usually ends with what comes next on the hats; that comes first, then lengths by their note values. */
const ends = computed(() => (first.value && groove.value ? nextOnHats(groove.value, first.value) : undefined))
const lengths = computed(() => {
  const end = ends.value
  const known = [
    ...(end ? [{ value: end.after, label: end.byFoot ? 'until the foot closes' : 'until the next stroke' }] : []),
    ...OPEN_LENGTHS.filter(([value]) => value !== end?.after).map(([value, label]) => ({ value, label })),
  ]
  return known.some(one => one.value === openSlots.value)
    ? known
    : [{ value: openSlots.value, label: `${openSlots.value} ticks` }, ...known]
})

/** Levels are set by their keys from the fields too: after a piece is chosen, its level is the next key. */
function levelKey(event: KeyboardEvent) {
  const level = LEVELS.find(one => String(one) === event.key)
  if (!level || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  emit('send', { type: 'level', level })
}
</script>

<template>
  <section
    class="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 py-1"
    aria-label="The chosen stroke"
    @keydown.capture="levelKey">
    <div v-if="first" v-show="strokes.length" class="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span class="min-w-16"
        ><b>{{ strokes.length === 1 ? '' : `${strokes.length} strokes: ` }}{{ chosen.where }}</b></span
      >
      <BarSelect
        label="Piece"
        :model-value="first.piece"
        :items="pieces"
        @update:model-value="id => emit('send', { type: 'piece', piece: String(id) })" />
      <BarSelect
        label="Stroke"
        :model-value="first.stroke"
        :items="kinds"
        @update:model-value="kind => emit('send', { type: 'kind', kind: kind as Stroke['stroke'] })" />
      <BarSelect
        v-if="first.stroke === 'open'"
        label="Open for"
        :model-value="openSlots"
        :items="lengths"
        @update:model-value="ticks => emit('send', { type: 'open for', ticks: Number(ticks) })" />
      <BarSelect
        label="Ornament"
        :model-value="first.ornament ?? 'none'"
        :items="ornaments"
        @update:model-value="ornament => emit('send', { type: 'ornament', ornament: ornament as Ornament | 'none' })" />
      <div class="flex gap-0.5" role="group" aria-label="Level">
        <UButton
          v-for="level in LEVELS"
          :key="level"
          size="xs"
          color="neutral"
          :variant="first.level === level ? 'solid' : 'ghost'"
          :aria-pressed="first.level === level"
          :aria-label="`Level ${level}, ${LEVEL_NAMES[level]}`"
          :title="LEVEL_NAMES[level]"
          @click="emit('send', { type: 'level', level })"
          >{{ level }}{{ first.level === level ? ` ${LEVEL_NAMES[level]}` : '' }}</UButton
        >
      </div>
      <UDropdownMenu :items="receivers"
        ><UButton size="xs" color="neutral" variant="ghost" trailing-icon="i-lucide-chevron-down"
          >Give to</UButton
        ></UDropdownMenu
      >
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-x"
        aria-label="Remove the stroke"
        @click="emit('send', { type: 'out' })" />
    </div>
    <slot />
    <BrushBar :lead="groove?.lead ?? 'right'" @send="event => emit('send', event)" />
    <span v-if="!strokes.length" class="text-sm text-muted"
      ><span class="pointer-coarse:hidden">Press a slot, or Enter on it; drag a stick, or 1 to 5, for its level.</span
      ><span class="pointer-fine:hidden">Tap a slot; drag a stick for its level.</span></span
    >
  </section>
</template>
