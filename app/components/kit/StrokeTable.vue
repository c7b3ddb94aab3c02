<script setup lang="ts">
import { computed } from 'vue'
import { type Kit, pieceOf } from '#core/kit'
import { present } from '#core/present'
import type { Result } from '#core/result'

/** The strokes of a piece, a row each: sound, staff and MIDI note. */
const props = defineProps<{ kit: Kit; pieceId: string }>()
const emit = defineEmits<{ done: [result: Result<Kit>] }>()
const piece = computed(() => present(pieceOf(props.kit, props.pieceId), 'piece'))
const COLUMNS = [
  ['Stroke', 'w-27'],
  ['Sound', ''],
  ['Recorded', 'w-29'],
  ['Own', 'w-15'],
  ['Staff place', ''],
  ['Head', 'w-24'],
  ['MIDI note', 'w-16'],
] as const
</script>

<template>
  <table class="w-full min-w-[40rem] table-fixed text-sm" :aria-label="`Strokes of ${piece.name}`">
    <thead class="sticky top-0 z-1 bg-default text-left text-muted">
      <tr>
        <th v-for="[name, width] in COLUMNS" :key="name" scope="col" class="pb-1 pl-1 font-normal" :class="width">
          {{ name }}
        </th>
      </tr>
    </thead>
    <StrokeRow
      v-for="(stroke, index) in piece.strokes"
      :key="stroke.kind + stroke.by"
      :kit="kit"
      :piece-id="piece.id"
      :index="index"
      @done="result => emit('done', result)" />
  </table>
</template>
