<script setup lang="ts">
import { computed } from 'vue'
import { type Clash, type Unison, groupUnisons, sayBackbeat, sayClash, sayLimbs } from '#core/analyse'
import { type Groove, type TimedStroke, sayPlaces } from '#core/groove'
import { useSettings } from '~/stores/settings'

/** What the lanes come to, in words: what lands together, what cannot be, where the backbeat is. */
const props = defineProps<{ groove: Groove, events: TimedStroke[], unisons: Unison[], clashes: Clash[] }>()
const settings = useSettings()

const groups = computed(() => groupUnisons(props.unisons))
const backbeat = computed(() => sayBackbeat(props.groove, settings.counting))
</script>

<template>
  <div class="space-y-5 text-[0.94rem]" data-readout>
    <section aria-labelledby="together-title">
      <h2 id="together-title" class="mb-1 text-lg">Lands together</h2>
      <p v-if="!events.length" class="text-muted">Nothing to read yet. Put a stroke in a lane, or add a part.</p>
      <p v-else-if="!groups.length">Nowhere: the groove is linear.</p>
      <ul v-else class="space-y-1">
        <li v-for="group in groups" :key="group.limbs.join()" data-unison>{{ sayLimbs(group.limbs) }}: <b>{{ sayPlaces(groove, group.ats, settings.counting) }}</b></li>
      </ul>
      <p v-if="groups.length" class="mt-1 text-sm text-muted">Not linear: {{ unisons.length }} of its instants are shared.</p>
    </section>
    <section v-if="clashes.length" aria-labelledby="clash-title" class="border-l-3 border-error pl-3">
      <h2 id="clash-title" class="mb-1 text-lg">One limb, two strokes</h2>
      <ul class="space-y-1">
        <li v-for="clash in clashes" :key="`${clash.at}${clash.limb}`" data-clash>{{ sayClash(groove, clash, settings.counting) }}</li>
      </ul>
    </section>
    <section v-if="events.length" aria-labelledby="backbeat-title">
      <h2 id="backbeat-title" class="mb-1 text-lg">Backbeat</h2>
      <p data-backbeat>{{ backbeat ? `On ${backbeat}.` : 'None: no part has that role, and no strong snare stands out.' }}</p>
    </section>
  </div>
</template>
