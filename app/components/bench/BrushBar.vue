<script setup lang="ts">
import { computed } from 'vue'
import { sentence } from '#core/groove'
import { type EditorEvent, brushOf } from '#core/editor'
import { LIMB_NAMES, type Limb, STROKE_NAMES, limbsInOrder, piecesFor, strokesFor } from '#core/kit'
import { useBench } from '~/stores/bench'

/** What the next presses paint: a limb's piece and a stroke on it, or what the neighbours are. */
const props = defineProps<{ lead: 'right' | 'left' }>()
const emit = defineEmits<{ send: [event: EditorEvent] }>()
const bench = useBench()
const limb = computed<Limb>(() => bench.state?.cursor.limb ?? 'RH')
const brush = computed(() => bench.state && brushOf(bench.state, bench.kit, limb.value))
const pieces = computed(() => piecesFor(bench.kit, limb.value))
const kindsOn = (id: string) => {
  const piece = pieces.value.find(one => one.id === id)
  return piece ? strokesFor(piece, limb.value) : []
}
const kinds = computed(() => (brush.value ? kindsOn(brush.value.piece) : []))
/** A row of buttons for a kit of usual size; of a large one, a list. */
const FEW = 9
const few = computed(() => pieces.value.length <= FEW)
/** The list has no item for “none”: an empty value is refused. No piece has this id, since ids of pieces are trimmed. */
const NEIGHBOUR = ' like its neighbour'
const items = computed(() => [
  { label: 'like its neighbour', value: NEIGHBOUR },
  ...pieces.value.map(piece => ({ label: piece.name, value: piece.id })),
])
/** A piece to paint with, struck as it is first, or one of its other ways; none for what the neighbours are. */
function paint(piece?: string, stroke = piece && kindsOn(piece)[0]) {
  emit('send', { type: 'paint', brush: piece && stroke ? { piece, stroke } : null })
}
const choose = (id: string) => paint(id === NEIGHBOUR ? undefined : id)
const limbs = computed(() => limbsInOrder(props.lead).map(limb => ({ label: sentence(LIMB_NAMES[limb]), value: limb })))
</script>

<template>
  <div class="flex flex-wrap items-center gap-1" role="group" aria-label="Paint with" data-brush>
    <span class="mr-1 text-sm text-muted">paint</span>
    <USelect
      :model-value="limb"
      :items="limbs"
      size="xs"
      class="w-26"
      aria-label="Limb to paint for"
      @update:model-value="to => emit('send', { type: 'enter', limb: to as Limb })" />
    <template v-if="few">
      <UButton size="xs" color="neutral" :variant="brush ? 'ghost' : 'soft'" :aria-pressed="!brush" @click="paint()"
        >like its neighbour</UButton
      >
      <UButton
        v-for="piece in pieces"
        :key="piece.id"
        size="xs"
        color="neutral"
        :variant="brush?.piece === piece.id ? 'solid' : 'ghost'"
        :aria-pressed="brush?.piece === piece.id"
        @click="paint(piece.id)"
        >{{ piece.name }}</UButton
      >
    </template>
    <USelect
      v-else
      :model-value="brush?.piece ?? NEIGHBOUR"
      :items="items"
      class="w-40"
      aria-label="Piece to paint with"
      @update:model-value="id => choose(String(id))" />
    <template v-if="brush && kinds.length > 1">
      <span class="mx-1 h-4 border-l border-accented" />
      <UButton
        v-for="kind in kinds"
        :key="kind"
        size="xs"
        color="neutral"
        :variant="brush.stroke === kind ? 'solid' : 'ghost'"
        :aria-pressed="brush.stroke === kind"
        @click="paint(brush.piece, kind)"
        >{{ STROKE_NAMES[kind] }}</UButton
      >
    </template>
  </div>
</template>
