<script setup lang="ts">
import { computed } from 'vue'
import type { Finding, GhostPlace, StrokeRef, Unison } from '#core/analyse'
import { type Groove, partOf, strokeAt } from '#core/groove'
import { type Kit, type Limb, pieceOf } from '#core/kit'
import { useAfterPaint } from '~/composables/useAfterPaint'
import type { Geometry } from '~/lanes/geometry'
import { type Stick, sticksOf } from '~/lanes/sticks'
import { toneOf } from '~/lanes/tone'

/** The limb lanes as a picture: grid, plumb lines, sticks, trouble. It draws; LanesEditor listens. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  geometry: Geometry
  /** The part in full ink in its lane. */
  chosenPartId?: string
  unisons: Unison[]
  findings: readonly Finding[]
  /** Strokes pointed at from elsewhere. */
  marked: readonly StrokeRef[]
  /** Places for a hand’s ghosts, where they are asked for. */
  ghosts?: { limb: Limb, places: GhostPlace[] }
  /** Ids of the parts that sound; the rest are drawn faint. */
  heard: ReadonlySet<string>
}>()

const sticks = computed(() => sticksOf(props.groove, props.kit, props.geometry))
const lead = computed(() => props.groove.lead)
const chosenLimb = computed(() => props.groove.parts.find(part => part.id === props.chosenPartId)?.limb)

/** Parts of one limb share its lane: the chosen one is in full ink, the others lighter. */
const ink = (stick: Stick): number => {
  if (!props.heard.has(stick.partId)) return 0.2
  return stick.limb !== chosenLimb.value || stick.partId === props.chosenPartId ? 1 : 0.5
}

/** What each lane mostly plays, said under the limb's name: one line a lane, so that the grid is redrawn only when the words change. */
const says = useAfterPaint(() => props.geometry.lanes.map(({ limb }) => {
  const pieces = props.groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes.map(stroke => stroke.piece))
  const names = [...new Set(pieces)].map(id => pieceOf(props.kit, id)?.name ?? id)
  return names.slice(0, 2).join(', ') + (names.length > 2 ? ' …' : '') || 'nothing yet'
}).join('\n'))

/** From the highest tip to the lowest of those that land together. */
const plumbs = computed(() => {
  const tips = new Map<number, number[]>()
  for (const stick of sticks.value) tips.set(stick.at, [...tips.get(stick.at) ?? [], stick.tip])
  return props.unisons.map(({ at }) => ({ at, x: props.geometry.xOf(at), from: Math.min(...tips.get(at) ?? []), to: Math.max(...tips.get(at) ?? []) }))
})

const laneOf = (limb: Limb | undefined) => props.geometry.lanes.find(one => one.limb === limb)
/** A notch under each stroke that is in trouble, one for the heaviest. */
const troubles = computed(() => {
  const found = new Map<string, { key: string, x: number, y: number, hangs: boolean, weight: Finding['weight'] }>()
  for (const { weight, strokes } of props.findings) {
    for (const { partId, at } of strokes) {
      const limb = partOf(props.groove, partId)?.limb
      const lane = laneOf(limb)
      const key = `${at}${limb}`
      if (lane && !found.has(key)) found.set(key, { key, x: props.geometry.xOf(at), y: lane.floor, hangs: lane.hangs, weight })
    }
  }
  return [...found.values()]
})
const rings = computed(() => sticks.value.filter(stick => props.marked.some(({ partId, at }) => {
  const part = stick.partId === partId ? partOf(props.groove, partId) : undefined
  return part && strokeAt(part, stick.at)?.at === at
})))
const open = computed(() => {
  const lane = laneOf(props.ghosts?.limb)
  return lane ? props.ghosts!.places.filter(place => place.free).map(place => ({ ...place, x: props.geometry.xOf(place.at), y: lane.floor + (lane.hangs ? 9 : -9) })) : []
})
</script>

<template>
  <g class="pointer-events-none select-none">
    <LanesGrid :geometry="geometry" :lead="lead" :says="says"><slot name="light" /></LanesGrid>

    <line v-for="plumb in plumbs" :key="`plumb${plumb.at}`" v-memo="[plumb.x, plumb.from, plumb.to]" data-plumb :x1="plumb.x" :x2="plumb.x" :y1="plumb.from" :y2="plumb.to" stroke="var(--ui-text-muted)" stroke-width="1" />

    <g v-for="stick in sticks" :key="stick.key" v-memo="[stick.x, stick.from, stick.tip, stick.mark, stick.openTo, stick.graces, ink(stick), lead]" :data-stick="stick.key" :data-level="stick.level" :opacity="ink(stick)" :stroke="toneOf(stick.limb, lead)" :fill="stick.mark.filled ? toneOf(stick.limb, lead) : 'none'">
      <line v-for="grace in stick.graces" :key="grace" :x1="stick.x - 3 - grace * 3.5" :x2="stick.x - 3 - grace * 3.5" :y1="stick.from" :y2="stick.from + (stick.tip - stick.from) * 0.4" stroke-width="1.5" />
      <line v-if="stick.openTo" :x1="stick.x" :x2="stick.openTo" :y1="stick.tip" :y2="stick.tip" stroke-width="4" opacity="0.5" />
      <line :x1="stick.x" :x2="stick.x" :y1="stick.from" :y2="stick.tip" :stroke-width="1.2 + stick.level * 0.5" />
      <path :d="stick.mark.path" :transform="`translate(${stick.x} ${stick.tip}) scale(${geometry.scale.mark})`" vector-effect="non-scaling-stroke" stroke-width="1.9" :style="{ fill: stick.mark.filled ? undefined : stick.level === 1 ? 'var(--ui-bg)' : 'none' }" />
    </g>

    <circle v-for="place in open" :key="`ghost${place.at}`" data-ghost-place :cx="place.x" :cy="place.y" r="4.5" fill="none" stroke="var(--ui-text-toned)" stroke-width="1.2" :stroke-dasharray="place.free === 'demanding' ? '2 2' : undefined" />
    <path v-for="trouble in troubles" :key="trouble.key" :data-trouble="trouble.weight" :d="`M${trouble.x - 7} ${trouble.y + (trouble.hangs ? -3 : 3)}h14`" :stroke="trouble.weight === 'demanding' ? 'var(--ui-text-muted)' : 'var(--ui-error)'" :stroke-width="trouble.weight === 'impossible' ? 3.5 : 2" />
    <circle v-for="stick in rings" :key="`ring${stick.key}`" data-ring :cx="stick.x" :cy="stick.tip" r="10" fill="none" stroke="var(--ui-error)" stroke-width="2" />
  </g>
</template>
