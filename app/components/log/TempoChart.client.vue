<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import type { TempoLine } from '#core/practise'
import { present } from '#core/present'
import { sayNoteValue } from '#core/time'
import { asText, useChartLook } from '~/composables/useChartLook'

/** Tempo by day, a line for each groove, and where one alone is shown its goal. */
const props = defineProps<{ lines: TempoLine[]; goal?: { bpm: number; title: string } | undefined }>()
const { look, byDay, colours } = useChartLook()
const series = computed(() =>
  props.lines.map(line => ({
    name: asText(`${line.title} (${sayNoteValue(line.counts)})`),
    data: line.days.map(({ day, bpm }) => ({ x: new Date(`${day}T12:00:00`).getTime(), y: Math.round(bpm) })),
  })),
)
const options = computed<ApexOptions>(() => ({
  ...look.value,
  ...byDay,
  stroke: { width: 2, curve: 'straight', dashArray: [0, 6, 2, 9] },
  markers: { size: 4, shape: ['circle', 'square', 'triangle', 'diamond'] },
  yaxis: {
    title: { text: 'a minute' },
    labels: { formatter: (value: number) => String(Math.round(value)) },
    ...(props.goal ? { max: (most: number) => Math.max(most, present(props.goal, 'goal').bpm) + 4 } : {}),
  },
  ...(props.goal
    ? {
        annotations: {
          yaxis: [
            {
              y: props.goal.bpm,
              borderColor: colours.value.text,
              strokeDashArray: 4,
              label: {
                text: `goal ${Math.round(props.goal.bpm)}`,
                style: { background: 'transparent', color: colours.value.text },
                borderColor: 'transparent',
              },
            },
          ],
        },
      }
    : {}),
}))
</script>

<template>
  <VueApexCharts type="line" height="260" :options="options" :series="series" />
</template>
