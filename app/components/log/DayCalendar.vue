<script setup lang="ts">
import { computed, onMounted, useTemplateRef } from 'vue'
import { dayNumber, dayOf, mondayOf, sayDuration } from '#core/practise'
import { sayDate, sayDay } from '~/practise/day'

/** The last weeks as a calendar: the fuller a day, the longer it was played; pressing one shows it. */
const props = defineProps<{ days: { day: string; minutes: number }[]; today: string; chosen: string }>()
const emit = defineEmits<{ day: [day: string] }>()
const WEEKS = 16
const FULL = 60
const minutes = computed(() => new Map(props.days.map(one => [one.day, one.minutes])))
const weeks = computed(() => {
  const last = dayNumber(mondayOf(props.today))
  return Array.from({ length: WEEKS }, (_, i) =>
    Array.from({ length: 7 }, (_, d) => dayOf(last - (WEEKS - 1 - i) * 7 + d)),
  )
})
const says = (day: string) =>
  `${sayDay(day)}: ${minutes.value.has(day) ? sayDuration(60 * minutes.value.get(day)!) : 'nothing'}`
const heightOf = (day: string) => `${Math.min(100, (100 * (minutes.value.get(day) ?? 0)) / FULL)}%`
const monthOf = (week: string[]) => sayDate(week[0]!)
/** Where not all weeks have room, the latest are in sight. */
const frame = useTemplateRef('frame')
onMounted(() => frame.value?.scrollTo({ left: frame.value.scrollWidth }))
const NAMES = ['M', 'T', 'W', 'T', 'F', 'S', 'S']
</script>

<template>
  <h2 class="text-base text-highlighted">Days practised</h2>
  <p class="mb-1 text-sm text-muted">The fuller, the longer: full at an hour.</p>
  <div ref="frame" class="relative overflow-x-auto">
    <div class="flex gap-1" role="group" aria-label="Days practised">
      <div class="grid grid-rows-8 gap-1 text-center text-xs text-muted" aria-hidden="true">
        <span /><span v-for="(name, i) in NAMES" :key="i" class="flex h-6 w-4 items-center">{{ name }}</span>
      </div>
      <div v-for="(week, w) in weeks" :key="week[0]" class="grid grid-rows-8 gap-1">
        <span class="h-6 w-6 whitespace-nowrap text-xs text-muted" aria-hidden="true" data-allow-mismatch="text">{{
          w % 4 === 0 ? monthOf(week) : ''
        }}</span>
        <button
          v-for="day in week"
          :key="day"
          type="button"
          class="relative h-6 w-6 cursor-pointer"
          :class="[
            day === chosen ? 'border-2 border-inverted' : 'border border-accented',
            day > today ? 'invisible' : '',
          ]"
          :aria-label="says(day)"
          :title="says(day)"
          data-allow-mismatch="attribute"
          :aria-pressed="day === chosen"
          @click="emit('day', day)">
          <span class="absolute inset-x-0 bottom-0 bg-(--ui-text-dimmed)" :style="{ height: heightOf(day) }" />
        </button>
      </div>
    </div>
  </div>
</template>
