<script setup lang="ts">
import { computed } from 'vue'
import { type Guide, isLong } from '#core/groove'
import type { Geometry } from '#core/notation'

/** The notes of the lines above the limbs: bars as long as they last, thicker the louder; short ones end in a dot. */
const props = defineProps<{
  guides: Guide[]
  geometry: Geometry
  /** The line the cursor is on, and where the note under it begins. */ on: string
  chosen?: number | undefined
}>()

/** Where a tick ends, in pixels: at the edge of the slot that ends there, so that a note does not run over the gap of a bar line. */
function endOf(tick: number): number {
  const slot = props.geometry.slots.find(one => one.at >= tick)
  const before = slot ? props.geometry.slots[slot.index - 1] : props.geometry.slots.at(-1)
  return slot?.at === tick || !slot ? (before ? before.left + before.width : 0) : props.geometry.xOf(tick)
}
const notes = computed(() =>
  props.guides.flatMap((guide, i) => {
    const row = props.geometry.lines[i]
    return row
      ? guide.notes.map(note => {
          const x = props.geometry.xOf(note.at)
          const end = Math.min(props.geometry.width, endOf(note.at + note.length)) - 2
          const height = 4 + note.level * 3
          return {
            key: `${guide.id}:${note.at}`,
            long: isLong(note),
            chosen: guide.id === props.on && note.at === props.chosen,
            x: x - 3,
            width: Math.max(6, end - x + 3),
            y: row.top + row.height - height,
            height,
          }
        })
      : []
  }),
)
</script>

<template>
  <g class="pointer-events-none" fill="var(--ui-text-toned)">
    <rect
      v-for="note in notes"
      :key="note.key"
      :data-note="note.key"
      :data-long="note.long"
      :x="note.x"
      :y="note.y"
      :width="note.width"
      :height="note.height"
      rx="2"
      :fill-opacity="note.long ? 0.85 : 0.55"
      :stroke="note.chosen ? 'var(--ui-text-highlighted)' : 'none'"
      stroke-width="2" />
  </g>
</template>
