<script setup lang="ts">
import { IDEAS_TRIED, type useIdeas } from '~/composables/useIdeas'

/** How far the search has come. */
defineProps<{ search: ReturnType<typeof useIdeas> }>()
</script>

<template>
  <p
    class="text-sm text-muted"
    role="status"
    data-progress
    :data-made="search.made.value"
    :data-rate="search.rate.value"
    :data-running="search.running.value">
    <template v-if="search.made.value"
      >{{ search.made.value.toLocaleString('en') }} of {{ IDEAS_TRIED.toLocaleString('en') }} tried,
      {{ search.dropped.value.toLocaleString('en') }} dropped<template v-if="!search.running.value"
        >; {{ search.made.value < IDEAS_TRIED ? 'stopped' : 'done' }}</template
      ></template
    >
  </p>
</template>
