<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayListening } from '#core/practise'
import { useDrummer } from '~/stores/drummer'

/** The usual cautions, how long today's level may be heard, and what to do where something hurts. */
const props = defineProps<{ /** Minutes played today, where they are known. */ played?: number }>()
const drummer = useDrummer()
const hurts = ref(false)
const listening = computed(() =>
  drummer.player.practice.loudness && props.played !== undefined
    ? sayListening(drummer.player.practice.loudness, props.played)
    : '',
)
</script>

<template>
  <section class="border-l-3 border-accented pl-4 text-sm text-toned" aria-labelledby="care-title">
    <h2 id="care-title" class="text-base text-highlighted">Before you play</h2>
    <p>
      Warm up slowly, take a break between stages, and stop when something hurts. Drums are loud enough to harm hearing:
      wear protection, and remember that each 3 dB more halves the time that ears can take. Neighbours and local rules
      on noise have the last word on when.
    </p>
    <p v-if="listening" class="mt-1">
      {{ listening }} Guidance, not a measurement; <NuxtLink to="/player" class="underline">what you stated</NuxtLink>.
    </p>
    <p class="mt-1">
      <UButton size="xs" color="neutral" variant="outline" :aria-expanded="hurts" @click="hurts = !hurts"
        >Something hurts</UButton
      >
    </p>
    <p v-if="hurts" role="status" class="mt-1 max-w-xl font-semibold">
      Stop now, and rest it today. If it comes back, or stays, have a clinician look at it before you play on. You can
      write it down as a note on the day in the <NuxtLink to="/log" class="underline">Log</NuxtLink>, with where and
      when, to tell them.
    </p>
  </section>
</template>
