<script setup lang="ts">
import { computed } from 'vue'
import { busyLimbs, hatTroubles, offBeatShare, sayHatTrouble, sayTrouble, troubles } from '#core/analyse'
import { type Groove, type TimedStroke, passSeconds } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import { useSettings } from '~/stores/settings'

/** What a body finds demanding or hard at this tempo, and how busy each limb is. */
const props = defineProps<{ groove: Groove, events: TimedStroke[] }>()
const settings = useSettings()

const hard = computed(() => troubles(props.groove, props.events))
const hats = computed(() => hatTroubles(props.events))
const busy = computed(() => busyLimbs(props.events, passSeconds(props.groove)))
const offBeat = computed(() => Math.round(100 * offBeatShare(props.groove, props.events)))
</script>

<template>
  <section v-if="events.length" aria-labelledby="hard-title" class="text-[0.94rem]">
    <h2 id="hard-title" class="mb-1 text-lg">At {{ Math.round(groove.tempo.bpm) }}</h2>
    <ul class="space-y-1">
      <li v-for="one in hats" :key="one.at" data-hat-trouble class="border-l-3 border-error pl-2">{{ sayHatTrouble(groove, one, settings.counting) }}</li>
      <li v-for="one in hard" :key="one.kind + one.limb" data-hard :class="one.verdict === 'hard' ? 'border-l-3 border-error pl-2' : 'border-l-3 border-accented pl-2'">{{ sayTrouble(groove, one, settings.counting) }}</li>
    </ul>
    <p v-if="!hard.length && !hats.length">Nothing here is hard, by the usual rules of thumb.</p>
    <p class="mt-1 text-sm text-muted">Most strokes in any one second: {{ busy.map(one => `${LIMB_NAMES[one.limb]} ${one.most}`).join(', ') }}. {{ offBeat }} in 100 fall off the beat. The limits are rules of thumb, not measurements of you.</p>
  </section>
</template>
