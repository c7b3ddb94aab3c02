<script setup lang="ts">
import { usePractice } from '~/stores/practice'
import { useMeasuring } from '~/stores/measuring'

/** A run is over: what was played, the word on each, and what was measured. */
const practice = usePractice()
const measuring = useMeasuring()
</script>

<template>
  <div class="m-auto w-full max-w-2xl" data-phase="over">
    <h1 class="text-2xl text-highlighted">{{ practice.written.length ? 'Done, and in the log' : 'Nothing played' }}</h1>
    <p v-if="practice.held" role="alert" class="mt-2 text-warning">
      {{ practice.held === 1 ? 'One stage waits' : `${practice.held} stages wait` }} in this browser for the server, and
      will be sent when it answers.
    </p>
    <p
      v-if="practice.measured"
      class="display mt-4 text-4xl font-bold text-highlighted first-letter:uppercase sm:text-6xl"
      data-gist>
      {{ practice.measured.gist }}
    </p>
    <ul class="my-5 text-xl">
      <li v-for="line in practice.written" :key="line.entry" class="border-b border-default py-2">
        <span class="flex justify-between gap-4"
          >{{ line.stage }}
          <span :class="line.failed ? 'text-error' : 'text-muted'">{{
            line.failed || line.word || 'no word'
          }}</span></span
        >
        <span v-if="line.says" class="block text-base text-muted">{{ line.says }}</span>
      </li>
    </ul>
    <div class="flex flex-wrap gap-3">
      <UButton size="xl" color="neutral" to="/log">See the log</UButton>
      <UButton
        v-if="practice.listed"
        size="xl"
        color="neutral"
        variant="outline"
        :to="`/practise/${practice.plan!.id}`"
        >{{ measuring.on && practice.measured ? 'See what was measured' : 'Back to the plan' }}</UButton
      >
      <UButton size="xl" color="neutral" variant="ghost" to="/today">Today</UButton>
    </div>
  </div>
</template>
