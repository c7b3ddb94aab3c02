<script setup lang="ts">
import { PROMISES, PROMISE_NAMES } from '#core/vary'
import { useVary } from '~/stores/vary'

/** What every move and idea must leave as it is. */
const vary = useVary()
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Promises">
    <span class="mr-1 text-sm text-muted">Keep:</span>
    <UButton v-for="promise in PROMISES" :key="promise" size="xs" color="neutral" :variant="vary.promises.includes(promise) ? 'solid' : 'outline'" :icon="vary.promises.includes(promise) ? 'i-lucide-check' : undefined" :aria-pressed="vary.promises.includes(promise)" :label="PROMISE_NAMES[promise]" @click="vary.toggle(promise)" />
  </div>
</template>
