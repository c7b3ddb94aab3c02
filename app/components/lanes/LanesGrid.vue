<script setup lang="ts">
import { computed } from 'vue'
import { type Bar, type Clave, claveIn, grooveTicks } from '#core/groove'
import type { Geometry } from '#core/notation'

/** The lanes without their sticks: beds of the felt beats, the count ribbon with the clave over it, and floors. It changes only with the bars. */
const props = defineProps<{ geometry: Geometry; bars: Bar[]; clave: Clave | null }>()
/** Where the clave strikes in the bars, the first time round and the second: bars that hold half of it have its other half then. */
const clave = computed(() => {
  const { bars, clave: of } = props
  if (!of) return []
  const round = (gone: number) => (claveIn(bars, of, gone) ?? []).map(at => ({ at, x: props.geometry.xOf(at) }))
  const first = round(0)
  const known = new Set(first.map(one => one.at))
  const next = round(grooveTicks({ bars })).filter(one => !known.has(one.at))
  return [...first.map(one => ({ ...one, next: false })), ...next.map(one => ({ ...one, next: true }))]
})
</script>

<template>
  <g>
    <rect
      v-for="(bed, i) in [...(geometry.lead?.beds ?? []), ...geometry.beds]"
      :key="i"
      :x="bed.x"
      :y="geometry.scale.ribbon - 34"
      :width="bed.width"
      :height="geometry.height - geometry.scale.ribbon + 34"
      :fill="bed.beat % 2 ? 'var(--bed-other)' : 'var(--bed)'" />
    <slot />
    <text
      v-if="geometry.lead"
      :x="geometry.lead.beds[0]!.x + 2"
      y="14"
      font-size="12"
      fill="var(--ui-text-muted)"
      data-pick-up
      >{{
        geometry.lead.beds.at(-1)!.x + geometry.lead.beds.at(-1)!.width - geometry.lead.beds[0]!.x > 44 ? 'Pick-up' : ''
      }}</text
    >
    <text
      v-for="bar in geometry.bars"
      :key="bar.number"
      :x="bar.x + 2"
      y="14"
      font-size="12"
      fill="var(--ui-text-muted)"
      >Bar {{ bar.number }}</text
    >
    <text
      v-for="(slot, i) in [...(geometry.lead?.slots ?? []), ...geometry.slots]"
      :key="`slot${i}`"
      :x="slot.x"
      :y="geometry.scale.ribbon - 12"
      text-anchor="middle"
      :font-size="slot.onBeat ? 21 : slot.word.length > 2 && slot.width < 28 ? 9 : 13"
      :font-weight="slot.onBeat ? 700 : 400"
      :fill="slot.onBeat ? 'var(--ui-text-highlighted)' : 'var(--ui-text-muted)'"
      font-family="var(--font-display)"
      >{{ slot.word }}</text
    >
    <g v-if="clave.length" data-clave-marks>
      <circle
        v-for="one in clave"
        :key="`clave${one.at}`"
        :cx="one.x"
        :cy="geometry.scale.ribbon - 33"
        r="2.5"
        :fill="one.next ? 'none' : 'var(--ui-text-highlighted)'"
        stroke="var(--ui-text-highlighted)" />
    </g>
    <line
      v-for="(row, i) in geometry.lines"
      :key="i"
      :x1="geometry.scale.label - 6"
      :x2="geometry.width"
      :y1="row.top + row.height"
      :y2="row.top + row.height"
      stroke="var(--rule)"
      stroke-dasharray="2 3" />
    <g v-for="lane in geometry.lanes" :key="lane.limb">
      <line
        :x1="geometry.scale.label - 6"
        :x2="geometry.width"
        :y1="lane.floor"
        :y2="lane.floor"
        stroke="var(--rule)" />
      <path
        v-if="geometry.lead"
        :d="geometry.lead.slots.map(slot => `M${slot.x} ${lane.floor}v${lane.hangs ? -4 : 4}`).join('')"
        stroke="var(--rule)" />
      <path
        data-slots
        :d="geometry.slots.map(slot => `M${slot.x} ${lane.floor}v${lane.hangs ? -4 : 4}`).join('')"
        stroke="var(--rule)" />
    </g>
  </g>
</template>
