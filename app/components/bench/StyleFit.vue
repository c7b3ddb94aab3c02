<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import { fitsStyle, styleOf } from '#core/style'

/** The groove held against the style it claims, constraint by constraint, each with its reason. */
const props = defineProps<{ groove: Groove }>()
const card = computed(() => styleOf(props.groove.style))
const fits = computed(() => (card.value ? fitsStyle(props.groove, card.value) : []))
</script>

<template>
  <section v-if="card" aria-labelledby="fit-title" class="text-[0.94rem]">
    <h2 id="fit-title" class="mb-1 text-lg">As {{ card.name.toLowerCase() }}</h2>
    <ul class="space-y-1">
      <li v-for="fit in fits" :key="fit.reason" :class="fit.holds ? '' : 'border-l-3 border-error pl-2'">
        {{ fit.says }}<span class="block text-sm text-muted">{{ fit.reason }}</span>
      </li>
    </ul>
  </section>
</template>
