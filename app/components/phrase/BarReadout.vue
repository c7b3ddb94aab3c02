<script setup lang="ts">
import { computed } from 'vue'
import { sayFinding } from '#core/analyse'
import { findingsInPlace, inPlace } from '#core/phrase'
import { useAfterPaint } from '~/composables/useAfterPaint'
import type { PhraseHands } from '~/composables/usePhraseHands'
import { usePhrase } from '~/stores/phrase'
import { useSettings } from '~/stores/settings'

/** What is hard in the chosen bar where it stands: the bars before and after it count. */
const props = defineProps<{ hands: PhraseHands }>()
const store = usePhrase()
const settings = useSettings()
const read = useAfterPaint(() => {
  const place = inPlace(props.hands.bars.value, props.hands.chosen.value.bar)
  return { place, found: findingsInPlace(place, store.kit).filter(finding => finding.weight !== 'told') }
}, 3)
const names = computed(() => (read.value.place.groove.bars.length === 1 ? '' : 'Read with the bar before it (as bar 1) and the bar after (as bar 3).'))
</script>

<template>
  <section aria-label="The bar where it stands" data-bar-readout>
    <h2 class="text-base">Bar {{ hands.chosen.value.bar + 1 }}, where it stands</h2>
    <p v-if="!read.found.length" class="text-sm text-muted">Nothing hard here at this tempo.</p>
    <template v-else>
      <p v-for="finding in read.found" :key="finding.id" class="mt-1 border-l-3 pl-2 text-[0.94rem]" :class="finding.weight === 'demanding' ? 'border-accented' : 'border-error'">{{ sayFinding(read.place.groove, finding, settings.counting) }}</p>
      <p class="mt-1 text-sm text-muted">{{ names }}</p>
    </template>
  </section>
</template>
