<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import { type Kit, LIMB_NAMES, pieceOf } from '#core/kit'
import type { Clash, Unison } from '#core/analyse'
import { sentence } from '#core/groove'
import type { Geometry } from '~/lanes/geometry'
import { type Stick, sticksOf } from '~/lanes/sticks'
import { toneOf } from '~/lanes/tone'

/** The limb lanes as a picture: beds and counts, plumb lines, sticks, trouble. It draws; LanesEditor listens. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  geometry: Geometry
  /** The part in full ink; where none is named all are. */
  chosenPartId?: string
  unisons: Unison[]
  clashes: Clash[]
  /** Ids of the parts that sound; the rest are drawn faint. */
  heard: ReadonlySet<string>
}>()

const sticks = computed(() => sticksOf(props.groove, props.kit, props.geometry))

const chosenLimb = computed(() => props.groove.parts.find(part => part.id === props.chosenPartId)?.limb)

/** Parts of one limb share its lane: the chosen one is in full ink, the others lighter. */
const ink = (stick: Stick): number => {
  if (!props.heard.has(stick.partId)) return 0.2
  return stick.limb !== chosenLimb.value || stick.partId === props.chosenPartId ? 1 : 0.5
}

/** What a lane mostly plays, said under the limb's name. */
const says = computed(() => Object.fromEntries(props.geometry.lanes.map(({ limb }) => {
  const pieces = props.groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes.map(stroke => stroke.piece))
  const names = [...new Set(pieces)].map(id => pieceOf(props.kit, id)?.name ?? id)
  return [limb, names.slice(0, 2).join(', ') + (names.length > 2 ? ' …' : '') || 'nothing yet']
})))

/** From the highest tip to the lowest of those that land together. */
const plumbs = computed(() => {
  const tips = new Map<number, number[]>()
  for (const stick of sticks.value) tips.set(stick.at, [...tips.get(stick.at) ?? [], stick.tip])
  return props.unisons.map(({ at }) => ({ at, x: props.geometry.xOf(at), from: Math.min(...tips.get(at) ?? []), to: Math.max(...tips.get(at) ?? []) }))
})

const troubles = computed(() => props.clashes.flatMap(({ at, limb, kind }) => {
  const lane = props.geometry.lanes.find(one => one.limb === limb)
  return lane ? [{ key: `${at}${limb}`, x: props.geometry.xOf(at), y: lane.floor, hangs: lane.hangs, kind }] : []
}))
</script>

<template>
  <g class="pointer-events-none select-none">
    <rect v-for="bed in geometry.beds" :key="`${bed.bar}.${bed.beat}`" :x="bed.x" :y="geometry.scale.ribbon - 34" :width="bed.width" :height="geometry.height - geometry.scale.ribbon + 34" :fill="bed.beat % 2 ? 'var(--bed-other)' : 'var(--bed)'" />
    <slot name="light" />
    <text v-for="bar in geometry.bars" :key="bar.number" :x="bar.x + 2" y="14" font-size="12" fill="var(--ui-text-muted)">Bar {{ bar.number }}</text>
    <text v-for="slot in geometry.slots" :key="slot.index" :x="slot.x" :y="geometry.scale.ribbon - 12" text-anchor="middle" :font-size="slot.onBeat ? 21 : slot.word.length > 2 && slot.width < 28 ? 9 : 13" :font-weight="slot.onBeat ? 700 : 400" :fill="slot.onBeat ? 'var(--ui-text-highlighted)' : 'var(--ui-text-muted)'" font-family="var(--font-display)">{{ slot.word }}</text>

    <line v-for="plumb in plumbs" :key="`plumb${plumb.at}`" data-plumb :x1="plumb.x" :x2="plumb.x" :y1="plumb.from" :y2="plumb.to" stroke="var(--ui-text-muted)" stroke-width="1" />

    <g v-for="lane in geometry.lanes" :key="lane.limb">
      <text x="0" :y="lane.top + lane.height / 2 - 2" font-size="14.5" font-weight="650" font-family="var(--font-display)" :fill="toneOf(lane.limb, groove.lead)">{{ sentence(LIMB_NAMES[lane.limb]) }}</text>
      <text x="0" :y="lane.top + lane.height / 2 + 15" font-size="12" fill="var(--ui-text-muted)">{{ says[lane.limb] }}</text>
      <line :x1="geometry.scale.label - 6" :x2="geometry.width" :y1="lane.floor" :y2="lane.floor" stroke="var(--rule)" />
      <path :d="geometry.slots.map(slot => `M${slot.x} ${lane.floor}v${lane.hangs ? -4 : 4}`).join('')" stroke="var(--rule)" />
    </g>

    <g v-for="stick in sticks" :key="stick.key" :data-stick="stick.key" :data-level="stick.level" :opacity="ink(stick)" :stroke="toneOf(stick.limb, groove.lead)" :fill="stick.mark.filled ? toneOf(stick.limb, groove.lead) : 'none'">
      <line v-for="grace in stick.graces" :key="grace" :x1="stick.x - 3 - grace * 3.5" :x2="stick.x - 3 - grace * 3.5" :y1="stick.from" :y2="stick.from + (stick.tip - stick.from) * 0.4" stroke-width="1.5" />
      <line v-if="stick.openTo" :x1="stick.x" :x2="stick.openTo" :y1="stick.tip" :y2="stick.tip" stroke-width="4" opacity="0.5" />
      <line :x1="stick.x" :x2="stick.x" :y1="stick.from" :y2="stick.tip" :stroke-width="1.2 + stick.level * 0.5" />
      <path :d="stick.mark.path" :transform="`translate(${stick.x} ${stick.tip}) scale(${geometry.scale.mark})`" vector-effect="non-scaling-stroke" stroke-width="1.9" :style="{ fill: stick.mark.filled ? undefined : stick.level === 1 ? 'var(--ui-bg)' : 'none' }" />
    </g>

    <path v-for="trouble in troubles" :key="trouble.key" :data-trouble="trouble.kind" :d="`M${trouble.x - 7} ${trouble.y + (trouble.hangs ? -3 : 3)}h14`" stroke="var(--ui-error)" stroke-width="3.5" />
  </g>
</template>
