<script setup lang="ts">
import { computed } from 'vue'
import { sentence } from '#core/groove'
import { LIMB_NAMES, type Limb, STROKE_NAMES, limbsInOrder } from '#core/kit'
import type { BrushHands } from '~/composables/useBrush'

/** What the next presses paint: a limb's piece and a stroke on it, or what the neighbours are. */
const props = defineProps<{ hands: BrushHands; lead: 'right' | 'left' }>()
const emit = defineEmits<{ limb: [limb: Limb] }>()
const brush = computed(() => props.hands.brush.value)
/** A row of buttons for a kit of usual size; of a large one, a list. */
const FEW = 9
const few = computed(() => props.hands.pieces.value.length <= FEW)
/** The list has no item for “none”: an empty value is refused. No piece has this id, since ids of pieces are trimmed. */
const NEIGHBOUR = ' like its neighbour'
const items = computed(() => [
  { label: 'like its neighbour', value: NEIGHBOUR },
  ...props.hands.pieces.value.map(piece => ({ label: piece.name, value: piece.id })),
])
const choose = (id: string) => (id === NEIGHBOUR ? props.hands.putDown() : props.hands.take(id))
const limbs = computed(() => limbsInOrder(props.lead).map(limb => ({ label: sentence(LIMB_NAMES[limb]), value: limb })))
</script>

<template>
  <div class="flex flex-wrap items-center gap-1" role="group" aria-label="Paint with" data-brush>
    <span class="mr-1 text-sm text-muted">paint</span>
    <USelect
      :model-value="hands.limb.value"
      :items="limbs"
      size="xs"
      class="w-26"
      aria-label="Limb to paint for"
      @update:model-value="limb => emit('limb', limb as Limb)" />
    <template v-if="few">
      <UButton
        size="xs"
        color="neutral"
        :variant="brush ? 'ghost' : 'soft'"
        :aria-pressed="!brush"
        @click="hands.putDown()"
        >like its neighbour</UButton
      >
      <UButton
        v-for="piece in hands.pieces.value"
        :key="piece.id"
        size="xs"
        color="neutral"
        :variant="brush?.piece === piece.id ? 'solid' : 'ghost'"
        :aria-pressed="brush?.piece === piece.id"
        @click="hands.take(piece.id)"
        >{{ piece.name }}</UButton
      >
    </template>
    <USelect
      v-else
      :model-value="brush?.piece ?? NEIGHBOUR"
      :items="items"
      size="sm"
      class="w-40"
      aria-label="Piece to paint with"
      @update:model-value="id => choose(String(id))" />
    <template v-if="brush && hands.kinds.value.length > 1">
      <span class="mx-1 h-4 border-l border-accented" />
      <UButton
        v-for="kind in hands.kinds.value"
        :key="kind"
        size="xs"
        color="neutral"
        :variant="brush.stroke === kind ? 'solid' : 'ghost'"
        :aria-pressed="brush.stroke === kind"
        @click="hands.take(brush!.piece, kind)"
        >{{ STROKE_NAMES[kind] }}</UButton
      >
    </template>
  </div>
</template>
