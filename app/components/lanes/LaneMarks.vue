<script setup lang="ts">
import { computed } from 'vue'
import type { Finding, GhostPlace, StrokeRef } from '#core/analyse'
import { type Groove, partOf, strokeAt } from '#core/groove'
import type { Limb } from '#core/kit'
import type { Geometry, Stick } from '#core/notation'
import { present } from '#core/present'

/** What is said about strokes, drawn over the lanes: a notch under each that is in trouble, rings about those pointed at, places for ghosts. */
const props = defineProps<{
  groove: Groove
  geometry: Geometry
  sticks: Stick[]
  findings: readonly Finding[]
  marked: readonly StrokeRef[]
  ghosts?: { limb: Limb; places: GhostPlace[] }
}>()

const WIDTHS: Partial<Record<Finding['weight'], number>> = { impossible: 3.5, hard: 2, demanding: 2 }
const laneOf = (limb: Limb | undefined) => props.geometry.lanes.find(one => one.limb === limb)
/** Notches by weight, one for a stroke, for the heaviest it is in. */
const notches = computed(() => {
  const parts = new Map(props.groove.parts.map(part => [part.id, part]))
  const seen = new Set<string>()
  const paths: Record<Finding['weight'], string[]> = { impossible: [], hard: [], demanding: [], told: [] }
  for (const { weight, strokes } of props.findings) {
    // What is only said is no trouble, and marked only when it is pointed at.
    if (weight === 'told') continue
    for (const { partId, at } of strokes) {
      const limb = parts.get(partId)?.limb
      const lane = laneOf(limb)
      const key = `${at}${limb}`
      if (!lane || seen.has(key)) continue
      seen.add(key)
      paths[weight].push(`M${props.geometry.xOf(at) - 7} ${lane.floor + (lane.hangs ? -3 : 3)}h14`)
    }
  }
  return (Object.keys(paths) as Finding['weight'][])
    .filter(weight => paths[weight].length)
    .map(weight => ({ weight, count: paths[weight].length, path: paths[weight].join('') }))
})
const rings = computed(() =>
  props.marked.length
    ? props.sticks.filter(stick =>
        props.marked.some(({ partId, at }) => {
          const part = stick.partId === partId ? partOf(props.groove, partId) : undefined
          return part && strokeAt(part, stick.at)?.at === at
        }),
      )
    : [],
)
const open = computed(() => {
  const lane = laneOf(props.ghosts?.limb)
  return lane
    ? present(props.ghosts, 'ghosts')
        .places.filter(place => place.free)
        .map(place => ({ ...place, x: props.geometry.xOf(place.at), y: lane.floor + (lane.hangs ? 9 : -9) }))
    : []
})
</script>

<template>
  <g class="pointer-events-none">
    <circle
      v-for="place in open"
      :key="`ghost${place.at}`"
      data-ghost-place
      :cx="place.x"
      :cy="place.y"
      r="4.5"
      fill="none"
      stroke="var(--ui-text-toned)"
      stroke-width="1.2"
      :stroke-dasharray="place.free === 'demanding' ? '2 2' : undefined" />
    <path
      v-for="one in notches"
      :key="one.weight"
      :data-trouble="one.weight"
      :data-count="one.count"
      :d="one.path"
      :stroke="one.weight === 'demanding' ? 'var(--ui-text-muted)' : 'var(--ui-error)'"
      :stroke-width="WIDTHS[one.weight]" />
    <circle
      v-for="stick in rings"
      :key="`ring${stick.key}`"
      data-ring
      :cx="stick.x"
      :cy="stick.tip"
      r="10"
      fill="none"
      stroke="var(--ui-error)"
      stroke-width="2" />
  </g>
</template>
