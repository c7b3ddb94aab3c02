<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { type Groove, sayBars, sentence } from '#core/groove'
import { SMALL, TALL, layOut } from '~/lanes/geometry'
import { markPath } from '~/lanes/marks'
import { sticksOf } from '~/lanes/sticks'
import { toneOf } from '~/lanes/tone'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** A groove's lanes, small and still: for cards and previews. */
const props = defineProps<{ groove: Groove, /** Keys (`part:tick`) of strokes to ring. */ marks?: readonly string[], /** Ticks whose slots are lit: where something changed. */ lit?: readonly number[], /** Tall, with counts and the limbs’ names. */ large?: boolean }>()
const kits = useKits()
const settings = useSettings()
const frame = useTemplateRef('frame')
// Small ones are drawn at one width and scaled by the browser: dozens of them need no measuring.
const { width } = useElementSize(computed(() => (props.large ? frame.value : undefined)))
const SMALL_WIDTH = 300

const geometry = computed(() => layOut(props.groove.bars, limbsInOrder(props.groove.lead), props.large ? width.value || 600 : SMALL_WIDTH, props.large ? TALL : SMALL, settings.counting))
const ringed = computed(() => new Set(props.marks))
const lights = computed(() => geometry.value.slots.filter((slot, i) => props.lit?.some(at => at >= slot.at && at < (geometry.value.slots[i + 1]?.at ?? Infinity))))
const top = computed(() => Math.max(0, geometry.value.scale.ribbon - 24))
/** Everything of one colour is one path: a page may show dozens of grooves, and a path costs as much as a line does. */
const box = (x: number, width: number) => `M${x} ${top.value}h${width}V${geometry.value.height}h${-width}z`
const ground = computed(() => [0, 1].map(odd => geometry.value.beds.filter(bed => bed.beat % 2 === odd).map(bed => box(bed.x, bed.width)).join('')))
const sticks = computed(() => sticksOf(props.groove, kits.of(props.groove.kitId), geometry.value))
/** Each limb’s sticks, and their filled and hollow marks. */
const drawn = computed(() => geometry.value.lanes.map(({ limb }) => {
  const own = sticks.value.filter(stick => stick.limb === limb)
  const marks = (filled: boolean) => own.filter(stick => stick.mark.filled === filled).map(stick => markPath(stick.mark, stick.x, stick.tip, geometry.value.scale.mark)).join('')
  return { limb, tone: toneOf(limb, props.groove.lead), lines: own.map(stick => `M${stick.x} ${stick.from}V${stick.tip}`).join(''), filled: marks(true), hollow: marks(false) }
}))
</script>

<template>
  <div ref="frame" class="contain-content">
  <svg :width="large ? geometry.width : undefined" :height="large ? geometry.height : undefined" :viewBox="`0 0 ${geometry.width} ${geometry.height}`" class="block max-w-full" :class="large ? '' : 'h-auto w-full'" role="img" :aria-label="`Lanes of ${groove.title}, ${sayBars(groove)}`">
    <path v-for="(beds, i) in ground" :key="i" :d="beds" :fill="i ? 'var(--bed-other)' : 'var(--bed)'" />
    <path v-if="lights.length" :data-lit="lights.length" :d="lights.map(slot => box(slot.left, slot.width)).join('')" fill="var(--band)" />
    <path :d="geometry.lanes.map(lane => `M${Math.max(0, geometry.scale.label - 6)} ${lane.floor}H${geometry.width}`).join('')" stroke="var(--rule)" stroke-width="0.75" />
    <template v-if="large">
      <text v-for="slot in geometry.slots" :key="slot.index" :x="slot.x" :y="geometry.scale.ribbon - 8" text-anchor="middle" :font-size="slot.onBeat ? 15 : 11" :font-weight="slot.onBeat ? 700 : 400" :fill="slot.onBeat ? 'var(--ui-text-highlighted)' : 'var(--ui-text-muted)'">{{ slot.word }}</text>
      <text v-for="lane in geometry.lanes" :key="lane.limb" x="0" :y="lane.top + lane.height / 2 + 4" font-size="13" :fill="toneOf(lane.limb, groove.lead)">{{ sentence(LIMB_NAMES[lane.limb]) }}</text>
      <circle v-for="(stick, i) in sticks.filter(one => ringed.has(one.key))" :key="i" data-ring :cx="stick.x" :cy="stick.tip" r="9" fill="none" stroke="var(--ui-error)" stroke-width="2" />
    </template>
    <g v-for="limb in drawn" :key="limb.limb" :stroke="limb.tone">
      <path :d="limb.lines" stroke-width="1.4" />
      <path v-if="limb.filled" :d="limb.filled" :fill="limb.tone" stroke-width="1.2" />
      <path v-if="limb.hollow" :d="limb.hollow" fill="none" stroke-width="1.2" />
    </g>
  </svg>
  </div>
</template>
