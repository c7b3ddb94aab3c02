<script setup lang="ts">
import { computed } from 'vue'
import { sayCount } from '#core/groove'
import { PROMISES, PROMISE_NAMES, type PromiseId } from '#core/vary'
import { useVary } from '~/stores/vary'

/** What every move and idea must leave as it is. */
const vary = useVary()
/** What a promise costs: the moves that are grey for its sake. */
const greyed = computed(
  () =>
    new Map(
      PROMISES.map(promise => [promise, vary.greyed.filter(one => one.promise === promise).map(one => one.name)]),
    ),
)
const says = (promise: PromiseId) => {
  const names = greyed.value.get(promise)!
  return names.length ? `Greys ${sayCount(names.length, 'move')}: ${names.join(', ')}` : undefined
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Promises">
    <span class="mr-1 text-sm text-muted">Keep:</span>
    <UButton
      v-for="promise in PROMISES"
      :key="promise"
      size="xs"
      color="neutral"
      :variant="vary.promises.includes(promise) ? 'solid' : 'outline'"
      :icon="vary.promises.includes(promise) ? 'i-lucide-check' : undefined"
      :aria-pressed="vary.promises.includes(promise)"
      :label="PROMISE_NAMES[promise]"
      :title="says(promise)"
      :aria-describedby="says(promise) ? `greyed-${promise}` : undefined"
      @click="vary.toggle(promise)"
      ><template v-if="says(promise)" #trailing
        ><span class="text-xs opacity-80" :data-greyed="promise">−{{ greyed.get(promise)!.length }}</span></template
      ></UButton
    >
    <span
      v-for="promise in PROMISES.filter(one => says(one))"
      :id="`greyed-${promise}`"
      :key="promise"
      class="sr-only"
      >{{ says(promise) }}</span
    >
  </div>
</template>
