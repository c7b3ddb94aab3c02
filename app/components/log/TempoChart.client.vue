<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import type { TempoLine } from '#core/practise'
import { sayNoteValue } from '#core/time'

/** Tempo by day, a line for each groove. */
const props = defineProps<{ lines: TempoLine[] }>()
const colorMode = useColorMode()

const dark = computed(() => colorMode.value === 'dark')
const series = computed(() => props.lines.map(line => ({ name: `${line.title} (${sayNoteValue(line.counts)})`, data: line.days.map(({ day, bpm }) => ({ x: new Date(`${day}T12:00:00`).getTime(), y: Math.round(bpm) })) })))
const options = computed<ApexOptions>(() => ({
  chart: { toolbar: { show: false }, zoom: { enabled: false }, animations: { enabled: false }, fontFamily: 'Instrument Sans Variable', background: 'transparent' },
  theme: { mode: dark.value ? 'dark' : 'light' },
  colors: dark.value ? ['#e3b04b', '#8fd0c3', '#ee9da4', '#a9c0e0'] : ['#9a6410', '#1b6b60', '#8c2f39', '#3b5675'],
  stroke: { width: 2, curve: 'straight', dashArray: [0, 6, 2, 9] },
  markers: { size: 4, shape: ['circle', 'square', 'triangle', 'diamond'] },
  grid: { borderColor: dark.value ? '#463a31' : '#d9c9ac' },
  xaxis: { type: 'datetime', labels: { datetimeUTC: false } },
  yaxis: { title: { text: 'a minute' }, labels: { formatter: (value: number) => String(Math.round(value)) } },
  legend: { position: 'top', horizontalAlign: 'left' },
  tooltip: { x: { format: 'd MMM' } },
}))
</script>

<template>
  <VueApexCharts type="line" height="300" :options="options" :series="series" />
</template>
