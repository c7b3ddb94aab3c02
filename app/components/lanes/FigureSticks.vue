<script setup lang="ts">
import { computed } from 'vue'

/** A figure of one beat as a small lane: a stick where it strikes, a tick where it rests. */
const props = defineProps<{
  /** Slot by slot, x where it strikes: `'x..x'` */ mask: string
  /** A limb’s colour. */ tone: string
}>()
const SLOT = 18
const HEIGHT = 22
const slots = computed(() => [...props.mask].map((sign, i) => ({ x: SLOT * (i + 0.5), strikes: sign === 'x' })))
const says = computed(
  () => `Strokes on slots ${slots.value.flatMap((slot, i) => (slot.strikes ? [i + 1] : [])).join(', ')}`,
)
</script>

<template>
  <svg :viewBox="`0 0 ${SLOT * mask.length} ${HEIGHT + 5}`" class="block h-7 w-auto" role="img" :aria-label="says">
    <path :d="`M0 ${HEIGHT}H${SLOT * mask.length}`" stroke="var(--rule)" />
    <g v-for="{ x, strikes } in slots" :key="x" :stroke="tone" :fill="tone">
      <path v-if="!strikes" :d="`M${x} ${HEIGHT}v4`" stroke="var(--rule)" />
      <template v-else>
        <path :d="`M${x} ${HEIGHT}V7`" stroke-width="3" />
        <circle :cx="x" cy="6" r="4" stroke="none" />
      </template>
    </g>
  </svg>
</template>
