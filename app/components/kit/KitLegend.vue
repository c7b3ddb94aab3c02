<script setup lang="ts">
import { computed } from 'vue'
import { type Kit, STROKE_NAMES } from '#core/kit'
import { markOf, markPath } from '#core/notation'

/** The mark at the tip of each stick, for every stroke of a kit: what the lanes draw. Ghosts are hollow. */
const props = defineProps<{ kit: Kit }>()
const strokes = computed(() =>
  props.kit.pieces.flatMap(piece =>
    piece.strokes.map((stroke, i) => ({
      key: `${piece.id} ${stroke.kind} ${i}`,
      name:
        piece.strokes.length > 1 && stroke.kind !== 'hit' ? `${piece.name}, ${STROKE_NAMES[stroke.kind]}` : piece.name,
      mark: markOf(piece.kind, stroke.kind, 3),
    })),
  ),
)
</script>

<template>
  <details class="text-sm" data-legend>
    <summary class="w-fit cursor-pointer font-semibold">Marks in the lanes</summary>
    <ul class="mt-1 grid grid-cols-2 gap-x-3">
      <li v-for="one in strokes" :key="one.key" class="flex items-center gap-1.5">
        <svg viewBox="-9 -9 18 18" class="size-5 shrink-0" aria-hidden="true">
          <path
            :d="markPath(one.mark, 0, 0, 5)"
            stroke="currentColor"
            stroke-width="1.7"
            :fill="one.mark.filled ? 'currentColor' : 'none'" /></svg
        >{{ one.name }}
      </li>
    </ul>
    <p class="mt-1 text-muted">A ghost’s mark is hollow; the longer the stick, the louder the stroke.</p>
  </details>
</template>
