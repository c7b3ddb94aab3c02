<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, grooveTicks } from '#core/groove'
import { LIMB_NAMES, type Limb, pieceOf } from '#core/kit'
import type { PlayedTake, Playing } from '#core/record'
import { countSlots, slotsOf } from '#core/time'
import { toneOf } from '~/lanes/tone'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** What was played, beside what was made of it: a dot for each stroke over the slot that it went to, above the line late, below it early. */
const props = defineProps<{ groove: Groove; takes: readonly PlayedTake[]; playing: Playing }>()
const bench = useBench()
const settings = useSettings()

const WIDTH = 1000
const HEIGHT = 92
const MIDDLE = 54
/** This many milliseconds are as far as a dot may lie. */
const REACH = 60
const total = computed(() => grooveTicks(props.groove))
const x = (tick: number) => 14 + (tick / total.value) * (WIDTH - 28)
const slots = computed(() => {
  const words = countSlots(props.groove.bars, settings.counting)
  const all = slotsOf(props.groove.bars)
  return all.map((slot, i) => ({
    x: x(slot.at),
    word: slot.slot === 0 || all.length <= 32 ? words[i]! : '',
    first: slot.slot === 0,
  }))
})
const dots = computed(() => {
  const strokes = props.takes.flatMap(take =>
    take.strokes.map(stroke => ({
      ...stroke,
      limb: stroke.limb ?? (take.into.to === 'part' ? take.into.limb : undefined),
    })),
  )
  return strokes.map((stroke, i) => {
    const limb: Limb | undefined =
      stroke.limb ?? (stroke.pieceId ? limbOf(stroke.pieceId, props.playing.places[i]!) : undefined)
    const voice = stroke.pieceId
      ? (pieceOf(bench.kit, stroke.pieceId)?.name ?? stroke.pieceId)
      : limb
        ? LIMB_NAMES[limb]
        : 'line'
    const ms = Math.round(props.playing.left[i]! + props.playing.offset)
    return {
      x: x(props.playing.places[i]!),
      y: MIDDLE - (Math.max(-REACH, Math.min(REACH, ms)) / REACH) * 34,
      colour: limb ? toneOf(limb, props.groove.lead) : 'currentColor',
      says: `${voice}, ${Math.abs(ms)} ms ${ms < 0 ? 'early' : 'late'}`,
    }
  })
})
const limbOf = (piece: string, at: number): Limb | undefined =>
  props.groove.parts.find(part => part.strokes.some(stroke => stroke.piece === piece && stroke.at === at))?.limb
</script>

<template>
  <figure
    class="overflow-x-auto"
    aria-label="What was played, beside the slots: late above the line, early below it"
    data-played-dots>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      class="block w-full min-w-160"
      role="img"
      :aria-label="`${dots.length} strokes beside their slots`">
      <line :x1="14" :x2="WIDTH - 14" :y1="MIDDLE" :y2="MIDDLE" stroke="currentColor" stroke-opacity=".45" />
      <g v-for="(slot, i) in slots" :key="i">
        <line
          :x1="slot.x"
          :x2="slot.x"
          :y1="MIDDLE - 34"
          :y2="MIDDLE + 34"
          stroke="currentColor"
          :stroke-opacity="slot.first ? 0.35 : 0.12" />
        <text
          :x="slot.x"
          y="13"
          text-anchor="middle"
          :font-size="slot.first ? 14 : 11"
          :font-weight="slot.first ? 700 : 400"
          fill="currentColor">
          {{ slot.word }}
        </text>
      </g>
      <circle v-for="(dot, i) in dots" :key="i" :cx="dot.x" :cy="dot.y" r="4" :fill="dot.colour" fill-opacity=".7">
        <title>{{ dot.says }}</title>
      </circle>
    </svg>
    <figcaption class="text-xs text-muted">Late above the line, early below it, {{ REACH }} ms either way.</figcaption>
  </figure>
</template>
