<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import { type Groove, grooveTicks } from '#core/groove'
import { LIMBS, LIMB_NAMES } from '#core/kit'
import type { Measures } from '#core/measure'
import { countSlots, mod, slotsOf } from '#core/time'
import { useChartLook } from '~/composables/useChartLook'
import { useSettings } from '~/stores/settings'

/** Every measured stroke over the count it belongs to: above the line late, below it early, a colour and a shape for each limb. */
const props = defineProps<{ measures: Measures; groove: Groove }>()
const settings = useSettings()
const { look, colours, colourOf, shapeOf } = useChartLook()

const slots = computed(() => slotsOf(props.groove.bars))
const words = computed(() => countSlots(props.groove.bars, settings.counting))
/** A tick as slots from the start, so that the axis is the ribbon’s; limbs stand a little apart. */
const place = (tick: number, limb: number) => {
  const at = mod(tick, grooveTicks(props.groove))
  const i = slots.value.findLastIndex(slot => slot.at <= at)
  const { at: start, length } = slots.value[i]!
  return i + (at - start) / length + (limb - 1.5) * 0.14
}
const limbs = computed(() => LIMBS.filter(limb => props.measures.dots.some(dot => dot[0] === limb)))
// Where earliness as such is not vouched for, strokes are held against the mean of all.
const middle = computed(() =>
  props.measures.vouched
    ? 0
    : props.measures.dots.reduce((sum, dot) => sum + dot[2], 0) / (props.measures.dots.length || 1),
)
const series = computed(() =>
  limbs.value.map(limb => ({
    name: LIMB_NAMES[limb],
    data: props.measures.dots
      .filter(dot => dot[0] === limb)
      .map(([, tick, ms]) => [place(tick, LIMBS.indexOf(limb)), Math.round((ms - middle.value) * 10) / 10]),
  })),
)
const reach = computed(() =>
  Math.max(20, Math.ceil(Math.max(...props.measures.dots.map(dot => Math.abs(dot[2] - middle.value))) / 20) * 20),
)
const options = computed<ApexOptions>(() => ({
  ...look.value,
  colors: limbs.value.map(limb => colourOf(limb, props.groove.lead)),
  markers: { size: 5, shape: limbs.value.map(shapeOf), strokeWidth: 0 },
  fill: { opacity: 0.65 },
  xaxis: {
    type: 'numeric',
    min: -0.5,
    max: slots.value.length - 0.5,
    tickAmount: slots.value.length,
    labels: { show: false },
    axisTicks: { show: false },
    tooltip: { enabled: false },
  },
  yaxis: {
    min: -reach.value,
    max: reach.value,
    tickAmount: Math.min(8, reach.value / 10),
    labels: { formatter: value => `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(Math.round(value))}` },
    title: { text: 'early · ms · late' },
  },
  annotations: {
    yaxis: [
      { y: -10, y2: 10, fillColor: colours.value.ground, opacity: 0.35, borderColor: 'transparent' },
      { y: 0, borderColor: colours.value.text, strokeDashArray: 0 },
    ],
    xaxis: slots.value.map((slot, i) => ({
      x: i,
      borderColor: slot.slot === 0 ? colours.value.line : 'transparent',
      strokeDashArray: 0,
      label: {
        text: words.value[i]!,
        orientation: 'horizontal',
        position: 'top',
        offsetY: -4,
        borderColor: 'transparent',
        style: {
          background: 'transparent',
          color: colours.value.text,
          fontSize: slot.slot === 0 ? '15px' : '11px',
          fontWeight: slot.slot === 0 ? 700 : 400,
        },
      },
    })),
  },
  grid: { borderColor: 'transparent', padding: { top: 12 } },
  legend: { position: 'bottom', horizontalAlign: 'left', showForSingleSeries: true },
  tooltip: { x: { show: false }, y: { formatter: (ms: number) => `${Math.abs(ms)} ms ${ms < 0 ? 'early' : 'late'}` } },
}))
</script>

<template>
  <figure aria-label="Strokes by slot: early below the line, late above it">
    <VueApexCharts type="scatter" height="290" :options="options" :series="series" />
  </figure>
</template>
