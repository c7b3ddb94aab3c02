<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import type { DayAccuracy } from '#core/practise'
import { useChartLook } from '~/composables/useChartLook'

/** How even it was, day by day, and the trend of it: the lower, the evener. */
const props = defineProps<{ days: DayAccuracy[] }>()
const { look, byDay } = useChartLook()
const at = (day: string) => new Date(`${day}T12:00:00`).getTime()
/** A straight line through the days, by least squares. */
const trend = computed(() => {
  const points = props.days.map(({ day, spread }) => [at(day), spread] as const)
  if (points.length < 3) return []
  const mean = (i: 0 | 1) => points.reduce((sum, point) => sum + point[i], 0) / points.length
  const [x, y] = [mean(0), mean(1)]
  const slope =
    points.reduce((sum, point) => sum + (point[0] - x) * (point[1] - y), 0) /
    points.reduce((sum, point) => sum + (point[0] - x) ** 2, 0)
  return [points[0]!, points.at(-1)!].map(([time]) => ({ x: time, y: Math.round((y + slope * (time - x)) * 10) / 10 }))
})
const series = computed(() => [
  { name: 'spread', data: props.days.map(({ day, spread }) => ({ x: at(day), y: Math.round(spread * 10) / 10 })) },
  ...(trend.value.length ? [{ name: 'trend', data: trend.value }] : []),
])
const options = computed<ApexOptions>(() => ({
  ...look.value,
  ...byDay,
  stroke: { width: [0, 2], dashArray: [0, 5] },
  markers: { size: [4, 0] },
  yaxis: { min: 0, title: { text: 'spread, ms' }, labels: { formatter: (value: number) => String(Math.round(value)) } },
}))
</script>

<template>
  <VueApexCharts type="line" height="220" :options="options" :series="series" />
</template>
