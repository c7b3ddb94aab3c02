<script setup lang="ts">
import { computed } from 'vue'
import { sayFinding } from '#core/analyse'
import { findingsInPlace, inPlace } from '#core/phrase'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { usePhrase } from '~/stores/phrase'
import { useSettings } from '~/stores/settings'

/** What is hard in the chosen bar in its place: the bars before and after it count. */
const store = usePhrase()
const settings = useSettings()
const read = useAfterPaint(() => {
  const place = inPlace(store.bars, store.chosen.bar)
  return { place, found: findingsInPlace(place, store.kit).filter(finding => finding.weight !== 'told') }
}, 3)
/** Bars are called by their numbers in the phrase. */
const counting = computed(() => ({ ...settings.counting, bars: read.value.place.numbers }))
</script>

<template>
  <section aria-label="The bar between its neighbours" data-bar-readout>
    <h2 class="text-base">Bar {{ store.chosen.bar + 1 }} between its neighbours</h2>
    <p v-if="!read.found.length" class="text-sm text-muted">Nothing hard here at this tempo.</p>
    <template v-else>
      <p
        v-for="finding in read.found"
        :key="finding.id"
        class="mt-1 border-l-3 pl-2 text-base"
        :class="finding.weight === 'demanding' ? 'border-accented' : 'border-error'">
        {{ sayFinding(read.place.groove, finding, counting) }}
      </p>
    </template>
  </section>
</template>
