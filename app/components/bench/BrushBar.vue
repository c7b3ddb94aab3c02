<script setup lang="ts">
import { computed } from 'vue'
import { STROKE_NAMES } from '#core/kit'
import type { BrushHands } from '~/composables/useBrush'

/** What the next presses paint: a piece of the limb's and a stroke on it, or what the neighbours are. */
const props = defineProps<{ hands: BrushHands }>()
const brush = computed(() => props.hands.brush.value)
/** A row of buttons for a kit of usual size; of a large one, a list. */
const FEW = 9
const few = computed(() => props.hands.pieces.value.length <= FEW)
const items = computed(() => [{ label: 'like its neighbour', value: '' }, ...props.hands.pieces.value.map(piece => ({ label: piece.name, value: piece.id }))])
const choose = (id: string) => (id ? props.hands.take(id) : props.hands.putDown())
</script>

<template>
  <div class="flex flex-wrap items-center gap-1" role="group" aria-label="Paint with" data-brush>
    <span class="mr-1 text-sm text-muted">paint</span>
    <template v-if="few">
      <UButton size="xs" color="neutral" :variant="brush ? 'ghost' : 'soft'" :aria-pressed="!brush" @click="hands.putDown()">like its neighbour</UButton>
      <UButton v-for="piece in hands.pieces.value" :key="piece.id" size="xs" color="neutral" :variant="brush?.piece === piece.id ? 'solid' : 'ghost'" :aria-pressed="brush?.piece === piece.id" @click="hands.take(piece.id)">{{ piece.name }}</UButton>
    </template>
    <USelect v-else :model-value="brush?.piece ?? ''" :items="items" size="sm" class="w-40" aria-label="Piece to paint with" @update:model-value="id => choose(String(id))" />
    <template v-if="brush && hands.kinds.value.length > 1">
      <span class="mx-1 h-4 border-l border-accented" />
      <UButton v-for="kind in hands.kinds.value" :key="kind" size="xs" color="neutral" :variant="brush.stroke === kind ? 'solid' : 'ghost'" :aria-pressed="brush.stroke === kind" @click="hands.take(brush!.piece, kind)">{{ STROKE_NAMES[kind] }}</UButton>
    </template>
  </div>
</template>
