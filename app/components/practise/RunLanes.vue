<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { type Groove, type Span, leadInFrom, sayBars, sentence } from '#core/groove'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { usePlayhead } from '~/composables/usePlayhead'
import { type Scale, layOut, sticksOf, stillPaths } from '#core/notation'
import { toneOf } from '~/lanes/tone'
import { present } from '#core/present'
import { barStarts } from '#core/time'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** The lanes of a stage for across the room: those that it uses, as wide and high as there is room, with the band of light. */
const props = defineProps<{
  groove: Groove
  /** Of which only the bars that this touches are drawn. */ span?: Span | undefined
}>()
const kits = useKits()
const settings = useSettings()
const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame, { width: 1200, height: 240 })

/** Lanes are no higher than a stroke can be read at. */
const HIGHEST = 150
const LOWEST = 26
const used = computed(() =>
  limbsInOrder(props.groove.lead).filter(limb =>
    props.groove.parts.some(part => part.limb === limb && part.strokes.length),
  ),
)
const scale = computed<Scale>(() => {
  const lane = Math.min(HIGHEST, Math.max(LOWEST, Math.floor(height.value / Math.max(1, used.value.length)) - 8))
  return {
    label: width.value < 600 ? 0 : 104,
    ribbon: 0,
    hand: lane,
    foot: lane,
    laneGap: 8,
    slotLeast: 2,
    beatGap: 3,
    barGap: 10,
    inset: 8,
    mark: width.value < 600 ? 3.2 : 5,
  }
})
const leadFrom = computed(() => leadInFrom(props.groove))
/** The bars that are drawn, from and to in ticks; undefined where it is all of them, with what leads in. */
const shown = computed(() => {
  const starts = barStarts(props.groove.bars)
  const total = present(starts.at(-1), 'end')
  const { from, to } = props.span ?? { from: 0, to: total }
  const bars = {
    from: present(
      starts.findLast(start => start <= from),
      'bar',
    ),
    to: present(starts.find(start => start >= to) ?? total, 'bar'),
  }
  return bars.from === 0 && bars.to === total ? undefined : { ...bars, share: (bars.to - bars.from) / total }
})
const geometry = computed(() => {
  const room = Math.max(200, width.value)
  const { label } = scale.value
  const whole = shown.value ? label + (room - label) / shown.value.share : room
  return layOut(props.groove.bars, used.value, whole, scale.value, settings.counting, {
    leadFrom: shown.value ? undefined : leadFrom.value,
  })
})
/** How far to the left all is drawn, so that the first bar that is practised stands where the first bar stands. */
const aside = computed(() => (shown.value ? geometry.value.xOf(shown.value.from) - geometry.value.xOf(0) : 0))
const paths = computed(() =>
  stillPaths(sticksOf(props.groove, kits.of(props.groove.kitId), geometry.value), geometry.value),
)
const ground = computed(() =>
  [0, 1].map(odd =>
    [...(geometry.value.lead?.beds ?? []), ...geometry.value.beds]
      .filter(bed => bed.beat % 2 === odd)
      .map(bed => `M${bed.x} 0h${bed.width}V${geometry.value.height}h${-bed.width}z`)
      .join(''),
  ),
)
const { band } = usePlayhead(geometry)
</script>

<template>
  <!-- It fills the room that is left and takes part in no sum of heights: else it would measure what it has itself made. -->
  <div ref="frame" class="absolute inset-0 overflow-hidden">
    <svg
      v-if="used.length"
      :width="width"
      :height="Math.min(height || geometry.height, geometry.height)"
      :viewBox="`0 0 ${shown ? width : geometry.width} ${geometry.height}`"
      preserveAspectRatio="xMinYMin meet"
      class="block max-w-full"
      role="img"
      :aria-label="`Lanes of ${groove.title}, ${sayBars(groove)}`"
      data-run-lanes>
      <clipPath id="run-lanes-bars">
        <rect
          :x="geometry.scale.label"
          y="-20"
          :width="Math.max(0, width - geometry.scale.label)"
          :height="geometry.height + 40" />
      </clipPath>
      <g :clip-path="shown ? 'url(#run-lanes-bars)' : undefined">
        <g :transform="shown ? `translate(${-aside} 0)` : undefined">
          <path v-for="(beds, i) in ground" :key="i" :d="beds" :fill="i ? 'var(--bed-other)' : 'var(--bed)'" />
          <rect ref="band" y="0" :height="geometry.height" visibility="hidden" fill="var(--band)" data-band />
          <path
            :d="
              geometry.lanes
                .map(lane => `M${Math.max(0, geometry.scale.label - 6)} ${lane.floor}H${geometry.width}`)
                .join('')
            "
            stroke="var(--rule)"
            stroke-width="0.75" />
          <g v-for="limb in paths" :key="limb.limb" :stroke="toneOf(limb.limb, groove.lead)">
            <path v-if="limb.open" :d="limb.open" :stroke-width="geometry.scale.mark * 0.8" opacity="0.5" />
            <path :d="limb.lines" stroke-width="2" />
            <path v-if="limb.filled" :d="limb.filled" :fill="toneOf(limb.limb, groove.lead)" stroke-width="1.4" />
            <path v-if="limb.hollow" :d="limb.hollow" fill="none" stroke-width="1.6" />
          </g>
        </g>
      </g>
      <template v-if="geometry.scale.label">
        <text
          v-for="lane in geometry.lanes"
          :key="lane.limb"
          x="0"
          :y="lane.top + lane.height / 2 + 5"
          font-size="16"
          :fill="toneOf(lane.limb, groove.lead)">
          {{ sentence(LIMB_NAMES[lane.limb]) }}
        </text>
      </template>
    </svg>
  </div>
</template>
