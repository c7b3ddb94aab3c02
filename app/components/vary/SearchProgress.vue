<script setup lang="ts">
import { computed } from 'vue'
import { IDEAS_TRIED, type useIdeas } from '~/composables/useIdeas'

/** How far the search has come; its own figures when it is pointed at. */
const props = defineProps<{ search: ReturnType<typeof useIdeas> }>()
const says = computed(() => {
  const { made, running } = props.search
  if (running.value) return `Searching, ${Math.floor((100 * made.value) / IDEAS_TRIED)} %`
  return made.value ? (made.value < IDEAS_TRIED ? 'Stopped' : 'Done') : ''
})
const figures = computed(() => {
  const { made, dropped } = props.search
  return made.value
    ? `${made.value.toLocaleString('en')} of ${IDEAS_TRIED.toLocaleString('en')} tried, ${dropped.value.toLocaleString('en')} dropped`
    : undefined
})
</script>

<template>
  <p
    class="text-sm text-muted"
    role="status"
    data-progress
    :data-made="search.made.value"
    :data-rate="search.rate.value"
    :data-running="search.running.value"
    :title="figures">
    {{ says }}
  </p>
</template>
