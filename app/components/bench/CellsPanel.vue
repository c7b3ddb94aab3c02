<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import {
  type Cell,
  type Edit,
  type Figure,
  type Groove,
  apply,
  beatMoved,
  clipOf,
  figureIn,
  figuresOf,
  laid,
  sayLaid,
  sayPlace,
} from '#core/groove'
import { type EditorEvent, type EditorState, brushOf, partUnder } from '#core/editor'
import type { Kit } from '#core/kit'
import { pieceOf } from '#core/kit'
import { beatAt, beatsOf, countSlots, slotsOf } from '#core/time'
import { newId } from '~/documents/ids'
import { useCells } from '~/stores/cells'
import { useSettings } from '~/stores/settings'

/** A bar built beat by beat: the figures of a beat for the chosen part, the player’s own cells, and the bar’s beats in another order. */
const props = defineProps<{ groove: Groove; kit: Kit; state: EditorState }>()
const emit = defineEmits<{
  edit: [edit: Edit]
  try: [edit: Edit | undefined]
  refused: [reason: string]
  send: [event: EditorEvent]
  close: []
}>()
const cells = useCells()
const settings = useSettings()
const toast = useToast()
const root = useTemplateRef('root')
const open = ref(false)

const beats = computed(() => beatsOf(props.groove.bars))
const slots = computed(() => slotsOf(props.groove.bars))
const beat = computed(() =>
  beatAt(beats.value, slots.value[Math.min(props.state.cursor.slot, slots.value.length - 1)]!.at),
)
const index = computed(() => beats.value.indexOf(beat.value))
const part = computed(() => partUnder(props.state, props.groove))
const brush = computed(() => brushOf(props.state, props.kit, props.state.cursor.limb))
/** Whether the part is on hats, which may stay open to the beat’s end. */
const onHats = computed(() => {
  const piece = brush.value?.piece ?? part.value?.strokes[0]?.piece
  return (
    piece !== undefined &&
    pieceOf(props.kit, piece)?.kind === 'hi-hat' &&
    (props.state.cursor.limb === 'RH' || props.state.cursor.limb === 'LH')
  )
})
const figures = computed(() => figuresOf(beat.value.slots))
const words = computed(() => countSlots(props.groove.bars, settings.counting))
const nameOf = ({ on }: Figure) => (on.length ? on.map(slot => words.value[beat.value.first + slot]).join(' ') : 'rest')

/** On to the beat after what was laid, round the end. */
function onFrom(tick: number) {
  const next = beats.value.find(one => one.at >= tick) ?? beats.value[0]!
  emit('send', { type: 'go', slot: next.first })
}
function figure(one: Figure) {
  return (
    part.value &&
    figureIn(props.groove, part.value, index.value, one, { brush: brush.value, open: open.value && onHats.value })
  )
}
function layFigure(one: Figure) {
  const made = figure(one)
  if (!made) return emit('refused', 'Choose a part first: a figure goes into it.')
  emit('try', undefined)
  if (!made.ok) return emit('refused', made.reason)
  emit('edit', made.value)
  onFrom(beat.value.at + beat.value.length)
}
const point = (one: Figure) => {
  const made = figure(one)
  emit('try', made?.ok && apply(props.groove, made.value).ok ? made.value : undefined)
}
function layCell(cell: Cell) {
  const put = laid(props.groove, clipOf(cell), beat.value.at, () => newId())
  emit('edit', put.edit)
  const told = sayLaid(put)
  if (told) toast.add({ title: told })
  onFrom(beat.value.at + cell.length)
}
/** The beats of the cursor’s bar, to be dragged; each names what it was. */
const order = computed({
  get: () =>
    beats.value.filter(one => one.bar === beat.value.bar).map(one => ({ id: one.beat, says: `${one.beat + 1}` })),
  set: now => moved(now.map(one => one.id)),
})
/** Which beat went where, from the order it came to. */
function moved(now: number[]) {
  const before = now.toSorted((a, b) => a - b)
  for (const from of before) {
    const to = now.indexOf(from)
    if (to !== from && before.toSpliced(from, 1).toSpliced(to, 0, from).join() === now.join()) return move(from, to)
  }
}
function move(from: number, to: number) {
  const made = beatMoved(props.groove, beat.value.bar, from, to)
  if (!made.ok) return emit('refused', made.reason)
  emit('edit', made.value)
  const there = beatsOf(props.groove.bars).find(one => one.bar === beat.value.bar && one.beat === to)
  if (there) emit('send', { type: 'go', slot: there.first })
}

onMounted(() => {
  cells.load().catch((error: Error) => emit('refused', error.message))
  root.value?.querySelector('button')?.focus()
})
onBeforeUnmount(() => emit('try', undefined))
</script>

<template>
  <section ref="root" aria-labelledby="cells-title" class="text-base" data-cells @keydown.escape="emit('close')">
    <div class="mb-1 flex items-baseline justify-between gap-2">
      <h2 id="cells-title" class="text-lg">Cells, beat by beat</h2>
      <UButton color="neutral" variant="outline" @click="emit('close')">Done</UButton>
    </div>
    <p class="mb-2 text-sm" data-cell-at>
      At <b>{{ sayPlace(groove, beat.at, settings.counting) }}</b>,
      {{ part ? `into “${part.name}”` : 'choose a part first' }}.
    </p>
    <h3 class="text-base">The bar’s beats, in the order you drag them to</h3>
    <div class="mb-3 mt-1 flex items-center gap-1">
      <VueDraggable v-model="order" class="flex flex-wrap gap-1" :animation="120">
        <span
          v-for="one in order"
          :key="one.id"
          class="cursor-grab border border-accented px-3 py-1 font-bold"
          :class="one.id === beat.beat ? 'bg-inverted text-inverted' : ''"
          :data-beat="one.id"
          >{{ one.says }}</span
        >
      </VueDraggable>
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-left"
        aria-label="This beat earlier in the bar"
        :disabled="beat.beat === 0"
        @click="move(beat.beat, beat.beat - 1)" />
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-right"
        aria-label="This beat later in the bar"
        :disabled="beat.beat === order.length - 1"
        @click="move(beat.beat, beat.beat + 1)" />
    </div>
    <h3 class="text-base">Figures of a beat in {{ beat.slots }}</h3>
    <USwitch v-if="onHats" v-model="open" label="The last one open to the beat’s end" class="my-1" />
    <ul class="mt-1 grid grid-cols-[repeat(auto-fill,minmax(4.6rem,1fr))] gap-1">
      <li v-for="one in figures" :key="one.on.join()">
        <button
          type="button"
          class="w-full cursor-pointer border border-muted px-1 py-1 text-center text-sm hover:bg-elevated focus:bg-elevated"
          :aria-label="nameOf(one)"
          :data-figure="one.on.join('-') || 'rest'"
          @click="layFigure(one)"
          @mouseenter="point(one)"
          @focus="point(one)"
          @mouseleave="emit('try', undefined)"
          @blur="emit('try', undefined)">
          <svg :viewBox="`0 0 ${one.slots * 10} 14`" class="mx-auto h-3.5" aria-hidden="true">
            <path
              :d="
                Array.from(
                  { length: one.slots },
                  (_, slot) => `M${slot * 10 + 5} 13v${one.on.includes(slot) ? -11 : -2}`,
                ).join('')
              "
              stroke="currentColor"
              stroke-width="2" />
          </svg>
          {{ nameOf(one) }}
        </button>
      </li>
    </ul>
    <h3 class="mt-3 text-base">Your own</h3>
    <CellList @lay="layCell" @refused="reason => emit('refused', reason)" />
  </section>
</template>
