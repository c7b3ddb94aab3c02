<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import type { TempoLine } from '#core/practise'
import { present } from '#core/present'
import { sayNoteValue } from '#core/time'
import { asText, useChartLook } from '~/composables/useChartLook'

/** Tempo by day, a line for each groove with its name at its end, and where one alone is shown its goal. */
const props = defineProps<{ lines: TempoLine[]; goal?: { bpm: number; title: string } | undefined }>()
const { look, byDay, colours } = useChartLook()
const HEIGHT = 260
const nameOf = (line: TempoLine) => `${line.title} (${sayNoteValue(line.counts)})`
const series = computed(() =>
  props.lines.map(line => ({
    name: asText(nameOf(line)),
    data: line.days.map(({ day, bpm }) => ({ x: new Date(`${day}T12:00:00`).getTime(), y: Math.round(bpm) })),
  })),
)
/** A name over the end of its line, as far down as it must be to be clear of the one above it; distances in pixels, by the height the lines are drawn in. */
const NAME = { over: 6, high: 17, drawnIn: HEIGHT - 70 } as const
const names = computed(() => {
  const all = series.value.flatMap(({ data }) => data.map(point => point.y))
  const scale = NAME.drawnIn / Math.max(1, Math.max(...all) - Math.min(...all))
  const ends = series.value
    .flatMap(({ data }, i) => {
      const name = nameOf(props.lines[i]!)
      const last = data.at(-1)
      return last
        ? [{ name, ...last, top: -last.y * scale, tone: colours.value.tones[i % colours.value.tones.length]! }]
        : []
    })
    .sort((a, b) => a.top - b.top)
  let free = -Infinity
  return ends.map(({ name, x, y, top, tone }) => {
    const at = Math.max(top, free)
    free = at + NAME.high
    return {
      x,
      y,
      marker: { size: 0 },
      label: {
        text: name,
        textAnchor: 'end' as const,
        offsetX: 4,
        offsetY: at - top - NAME.over,
        borderColor: 'transparent',
        style: {
          background: 'transparent',
          color: tone,
          fontSize: '13px',
          padding: { left: 0, right: 0, top: 0, bottom: 0 },
        },
      },
    }
  })
})
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
  legend: { show: false },
  annotations: {
    points: names.value,
    yaxis: props.goal
      ? [
          {
            y: props.goal.bpm,
            borderColor: colours.value.text,
            strokeDashArray: 4,
            label: {
              text: `goal ${Math.round(props.goal.bpm)}`,
              position: 'left',
              textAnchor: 'start',
              style: { background: 'transparent', color: colours.value.text },
              borderColor: 'transparent',
            },
          },
        ]
      : [],
  },
}))
</script>

<template>
  <VueApexCharts type="line" :height="HEIGHT" :options="options" :series="series" />
</template>
