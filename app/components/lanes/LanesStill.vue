<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { limbsInOrder } from '#core/kit'
import { type Groove, sayBars } from '#core/groove'
import { SMALL, layOut } from '~/lanes/geometry'
import { sticksOf } from '~/lanes/sticks'
import { toneOf } from '~/lanes/tone'
import { useKits } from '~/stores/kits'

/** A groove's lanes, small and still: for cards and previews. */
const props = defineProps<{ groove: Groove }>()
const kits = useKits()
const frame = useTemplateRef('frame')
const { width } = useElementSize(frame)

const geometry = computed(() => layOut(props.groove.bars, limbsInOrder(props.groove.lead), width.value || 280, SMALL))
const sticks = computed(() => sticksOf(props.groove, kits.of(props.groove.kitId), geometry.value))
</script>

<template>
  <div ref="frame">
  <svg :width="geometry.width" :height="geometry.height" class="block max-w-full" role="img" :aria-label="`Lanes of ${groove.title}, ${sayBars(groove)}`">
    <rect v-for="bed in geometry.beds" :key="`${bed.bar}.${bed.beat}`" :x="bed.x" y="0" :width="bed.width" :height="geometry.height" :fill="bed.beat % 2 ? 'var(--bed-other)' : 'var(--bed)'" />
    <line v-for="lane in geometry.lanes" :key="lane.limb" x1="0" :x2="geometry.width" :y1="lane.floor" :y2="lane.floor" stroke="var(--rule)" stroke-width="0.75" />
    <g v-for="stick in sticks" :key="stick.key" :stroke="toneOf(stick.limb, groove.lead)" :fill="stick.mark.filled ? toneOf(stick.limb, groove.lead) : 'none'">
      <line :x1="stick.x" :x2="stick.x" :y1="stick.from" :y2="stick.tip" stroke-width="1.4" />
      <path :d="stick.mark.path" :transform="`translate(${stick.x} ${stick.tip}) scale(${geometry.scale.mark})`" vector-effect="non-scaling-stroke" stroke-width="1.2" />
    </g>
  </svg>
  </div>
</template>
