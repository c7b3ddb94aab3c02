<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { type Groove, leadInFrom, sayBars, sentence } from '#core/groove'
import { SMALL_WIDTH, TALL, layOut, slotUnder, smallGeometry, sticksOf, stillOf } from '#core/notation'
import { toneOf } from '~/lanes/tone'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** A groove's lanes, small and still: for cards and previews. */
const props = defineProps<{
  groove: Groove
  /** Keys (`part:tick`) of strokes to ring. */ marks?: readonly string[]
  /** Ticks and limbs that are lit: where something changed. */ lit?: readonly { at: number; limb: Limb }[]
  /** Tall, with counts and the limbs’ names. */ large?: boolean
  /** A press in the lanes says which slot it met. */ pressed?: (slot: number) => void
}>()
const kits = useKits()
const settings = useSettings()
const frame = useTemplateRef('frame')
const width = props.large ? useElementSize(frame).width : ref(SMALL_WIDTH)

// Most changes leave bars and hands as they are, and so where everything is.
const bars = computed(() => props.groove.bars)
const lead = computed(() => props.groove.lead)
const leadFrom = computed(() => leadInFrom(props.groove))
const geometry = computed(() =>
  props.large
    ? layOut(bars.value, limbsInOrder(lead.value), width.value || 600, TALL, settings.counting, {
        leadFrom: leadFrom.value,
      })
    : smallGeometry(props.groove, settings.counting),
)
const ringed = computed(() => new Set(props.marks))
/** The slots that are lit, each in its limb’s lane: a light ground over a line of ink, since light alone is little to see. */
const lights = computed(() => {
  const { slots, lanes, scale } = geometry.value
  const cells = new Map<string, { ground: string; line: string }>()
  for (const { at, limb } of props.lit ?? []) {
    const slot = slots.findLast(one => one.at <= at)
    const lane = lanes.find(one => one.limb === limb)
    if (slot && lane)
      cells.set(`${slot.index}${limb}`, {
        ground: `M${slot.left} ${lane.top - scale.laneGap / 2}h${slot.width}v${lane.height + scale.laneGap}h${-slot.width}z`,
        line: `M${slot.left} ${lane.top + lane.height + scale.laneGap / 2}h${slot.width}`,
      })
  }
  return [...cells.values()]
})
const top = computed(() => Math.max(0, geometry.value.scale.ribbon - 24))
const box = (x: number, width: number) => `M${x} ${top.value}h${width}V${geometry.value.height}h${-width}z`
const ground = computed(() =>
  [0, 1].map(odd =>
    [...(geometry.value.lead?.beds ?? []), ...geometry.value.beds]
      .filter(bed => bed.beat % 2 === odd)
      .map(bed => box(bed.x, bed.width))
      .join(''),
  ),
)
const kit = computed(() => kits.of(props.groove.kitId))
const sticks = computed(() => sticksOf(props.groove, kit.value, geometry.value))
const drawn = computed(() => stillOf(props.groove, kit.value, geometry.value, () => sticks.value))

function press(event: MouseEvent) {
  const { left } = (event.currentTarget as SVGElement).getBoundingClientRect()
  if (props.pressed && event.clientX - left >= geometry.value.scale.label)
    props.pressed(slotUnder(geometry.value, event.clientX - left).index)
}
</script>

<template>
  <div ref="frame" class="contain-content">
    <svg
      :width="large ? geometry.width : undefined"
      :height="large ? geometry.height : undefined"
      :viewBox="`0 0 ${geometry.width} ${geometry.height}`"
      class="block max-w-full"
      :class="[large ? '' : 'h-auto w-full', pressed ? 'cursor-pointer' : '']"
      role="img"
      :aria-label="`Lanes of ${groove.title}, ${sayBars(groove)}`"
      @click="press">
      <g v-memo="[geometry]">
        <path v-for="(beds, i) in ground" :key="i" :d="beds" :fill="i ? 'var(--bed-other)' : 'var(--bed)'" />
      </g>
      <template v-if="lights.length">
        <path :data-lit="lights.length" :d="lights.map(one => one.ground).join('')" fill="var(--band)" />
        <path :d="lights.map(one => one.line).join('')" stroke="var(--ui-text-highlighted)" stroke-width="2" />
      </template>
      <g v-memo="[geometry]">
        <path
          :d="
            geometry.lanes
              .map(lane => `M${Math.max(0, geometry.scale.label - 6)} ${lane.floor}H${geometry.width}`)
              .join('')
          "
          stroke="var(--rule)"
          stroke-width="0.75" />
        <template v-if="large">
          <text
            v-for="(slot, i) in [...(geometry.lead?.slots ?? []), ...geometry.slots]"
            :key="i"
            :x="slot.x"
            :y="geometry.scale.ribbon - 8"
            text-anchor="middle"
            :font-size="slot.onBeat ? 15 : 11"
            :font-weight="slot.onBeat ? 700 : 400"
            :fill="slot.onBeat ? 'var(--ui-text-highlighted)' : 'var(--ui-text-muted)'">
            {{ slot.word }}
          </text>
          <text
            v-for="lane in geometry.lanes"
            :key="lane.limb"
            x="0"
            :y="lane.top + lane.height / 2 + 4"
            font-size="13"
            :fill="toneOf(lane.limb, lead)">
            {{ sentence(LIMB_NAMES[lane.limb]) }}
          </text>
        </template>
      </g>
      <template v-if="large">
        <circle
          v-for="(stick, i) in sticks.filter(one => ringed.has(one.key))"
          :key="i"
          data-ring
          :cx="stick.x"
          :cy="stick.tip"
          r="9"
          fill="none"
          stroke="var(--ui-error)"
          stroke-width="2" />
      </template>
      <g v-for="limb in drawn" :key="limb.limb" :stroke="toneOf(limb.limb, lead)">
        <path v-if="limb.open" :d="limb.open" :stroke-width="geometry.scale.mark * 0.8" opacity="0.5" />
        <path :d="limb.lines" stroke-width="1.4" />
        <path v-if="limb.filled" :d="limb.filled" :fill="toneOf(limb.limb, lead)" stroke-width="1.2" />
        <path v-if="limb.hollow" :d="limb.hollow" fill="none" stroke-width="1.2" />
      </g>
    </svg>
  </div>
</template>
