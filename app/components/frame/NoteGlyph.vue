<script setup lang="ts">
import { type NoteValue, sayNoteValue } from '#core/time'
import { NOTE_BOX, noteShapes } from '~/staff/glyph'

/** A note value as a note. */
defineProps<{ counts: NoteValue }>()
</script>

<template>
  <svg
    :viewBox="`0 0 ${NOTE_BOX.width} ${NOTE_BOX.height}`"
    class="inline-block h-[1.15em] w-auto overflow-visible align-[-0.15em]"
    role="img"
    :aria-label="sayNoteValue(counts)">
    <component :is="shape.tag" v-for="(shape, i) in noteShapes(counts)" :key="i" v-bind="shape.is" />
  </svg>
</template>
