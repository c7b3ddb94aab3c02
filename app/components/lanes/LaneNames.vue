<script setup lang="ts">
import { computed } from 'vue'
import { sentence } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import type { Geometry } from '#core/notation'
import { toneOf } from '~/lanes/tone'

/** The names before the lanes: they stay where they are while the bars move past. */
const props = defineProps<{
  geometry: Geometry
  lead: 'right' | 'left'
  /** What each lane plays, one a line of text. */ says: string
  /** The names of the lines above the limbs, one a line of text. */ lineNames: string
}>()
const lines = computed(() => props.says.split('\n'))
const above = computed(() => props.lineNames.split('\n'))
/** The ground behind the names ends before the first slot’s edge. */
const ROOM = 7
</script>

<template>
  <svg
    :width="geometry.scale.label - ROOM"
    :height="geometry.height + 4"
    class="block select-none overflow-visible"
    aria-hidden="true">
    <rect :width="geometry.scale.label - ROOM" :height="geometry.height + 4" fill="var(--ui-bg)" />
    <text
      v-for="(row, i) in geometry.lines"
      :key="i"
      x="0"
      :y="row.top + row.height / 2 + 5"
      font-size="14.5"
      font-weight="650"
      font-family="var(--font-display)"
      fill="var(--ui-text-toned)">
      {{ above[i] }}
    </text>
    <g v-for="(lane, i) in geometry.lanes" :key="lane.limb">
      <text
        x="0"
        :y="lane.top + lane.height / 2 - 2"
        font-size="14.5"
        font-weight="650"
        font-family="var(--font-display)"
        :fill="toneOf(lane.limb, lead)">
        {{ sentence(LIMB_NAMES[lane.limb]) }}
      </text>
      <text x="0" :y="lane.top + lane.height / 2 + 15" font-size="12" fill="var(--ui-text-muted)">{{ lines[i] }}</text>
    </g>
  </svg>
</template>
