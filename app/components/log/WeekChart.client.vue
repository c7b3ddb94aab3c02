<script setup lang="ts">
import { computed, ref } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { ApexOptions } from 'apexcharts'
import { LIMBS, LIMB_NAMES } from '#core/kit'
import type { WeekSum } from '#core/practise'
import { useChartLook } from '~/composables/useChartLook'
import { sayDate } from '~/practise/day'
import { useDrummer } from '~/stores/drummer'

/** Minutes by week: in all, or how long each limb played. */
const props = defineProps<{ weeks: WeekSum[] }>()
const { look, colours, colourOf } = useChartLook()
const drummer = useDrummer()
const by = ref<'in all' | 'by limb'>('in all')
const rounded = (minutes: number) => Math.round(minutes)
const series = computed(() =>
  by.value === 'in all'
    ? [{ name: 'minutes', data: props.weeks.map(week => rounded(week.minutes)) }]
    : LIMBS.map(limb => ({ name: LIMB_NAMES[limb], data: props.weeks.map(week => rounded(week.limbs[limb])) })),
)
const options = computed<ApexOptions>(() => ({
  ...look.value,
  colors: by.value === 'in all' ? [colours.value.ink] : LIMBS.map(limb => colourOf(limb, drummer.defaults.lead)),
  plotOptions: { bar: { columnWidth: '70%' } },
  dataLabels: { enabled: false },
  xaxis: { categories: props.weeks.map(week => sayDate(week.week)) },
  yaxis: { title: { text: 'minutes' }, labels: { formatter: (value: number) => String(Math.round(value)) } },
}))
</script>

<template>
  <div>
    <USwitch
      :model-value="by === 'by limb'"
      color="neutral"
      label="by limb"
      @update:model-value="on => (by = on ? 'by limb' : 'in all')" />
    <VueApexCharts type="bar" height="220" :options="options" :series="series" />
  </div>
</template>
