<script setup lang="ts">
import { computed } from 'vue'
import type { Unison } from '#core/analyse'
import type { Groove } from '#core/groove'
import type { Limb } from '#core/kit'
import { type Geometry, type Stick, markPath } from '#core/notation'
import { toneOf } from '~/lanes/tone'

/** What is in the lanes: plumb lines and sticks. The grid beneath is a separate picture, so that an edit does not paint it again. */
const props = defineProps<{
  groove: Groove
  geometry: Geometry
  sticks: Stick[]
  /** The part in full ink in its lane. */
  chosenPartId?: string
  unisons: Unison[]
  /** Ids of the parts that sound; the rest are drawn faint. */
  heard: ReadonlySet<string>
}>()

const lead = computed(() => props.groove.lead)
const chosenLimb = computed(() => props.groove.parts.find(part => part.id === props.chosenPartId)?.limb)

/** Parts of one limb share its lane: the chosen one is in full ink, the others lighter. */
const inkOf = (partId: string, limb: Limb): number => {
  if (!props.heard.has(partId)) return 0.2
  return limb !== chosenLimb.value || partId === props.chosenPartId ? 1 : 0.5
}

/** From the highest tip to the lowest of those that land together. */
const plumbs = computed(() => {
  const spans = new Map<number, { from: number; to: number }>()
  for (const { at, tip } of props.sticks) {
    const span = spans.get(at)
    if (!span) spans.set(at, { from: tip, to: tip })
    else if (tip < span.from) span.from = tip
    else if (tip > span.to) span.to = tip
  }
  return props.unisons.map(({ at }) => ({ at, x: props.geometry.xOf(at), ...(spans.get(at) ?? { from: 0, to: 0 }) }))
})

/** How dark each part is drawn, found once and not for every stick. */
const inks = computed(() => new Map(props.groove.parts.map(part => [part.id, inkOf(part.id, part.limb)])))
/** What sounds before the first bar alone is drawn there; where it lies in the bars it is faint. */
const ink = (stick: Stick): number => (stick.silent ? 0.3 : 1) * (inks.value.get(stick.partId) ?? 1)
</script>

<template>
  <g class="pointer-events-none select-none">
    <line
      v-for="plumb in plumbs"
      :key="`plumb${plumb.at}`"
      v-memo="[plumb.x, plumb.from, plumb.to]"
      data-plumb
      :x1="plumb.x"
      :x2="plumb.x"
      :y1="plumb.from"
      :y2="plumb.to"
      stroke="var(--ui-text-muted)"
      stroke-width="1" />

    <g
      v-for="stick in sticks"
      :key="stick.key"
      v-memo="[stick.x, stick.from, stick.tip, stick.mark, stick.openTo, stick.graces, stick.sign, ink(stick), lead]"
      :data-stick="stick.key"
      :data-level="stick.level"
      :opacity="ink(stick) < 1 ? ink(stick) : undefined"
      :stroke="toneOf(stick.limb, lead)"
      :fill="stick.mark.filled ? toneOf(stick.limb, lead) : 'none'">
      <path v-if="stick.graces" :d="stick.graces" stroke-width="1.5" />
      <line
        v-if="stick.openTo"
        :x1="stick.x"
        :x2="stick.openTo"
        :y1="stick.tip"
        :y2="stick.tip"
        stroke-width="4"
        opacity="0.5" />
      <line :x1="stick.x" :x2="stick.x" :y1="stick.from" :y2="stick.tip" :stroke-width="1.2 + stick.level * 0.5" />
      <path v-if="stick.sign" :d="stick.sign" stroke-width="1.8" />
      <path
        :d="markPath(stick.mark, stick.x, stick.tip, geometry.scale.mark)"
        stroke-width="1.9"
        :style="{ fill: stick.mark.filled ? undefined : stick.level === 1 ? 'var(--ui-bg)' : 'none' }" />
    </g>
  </g>
</template>
