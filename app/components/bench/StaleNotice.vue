<script setup lang="ts">
import type { Groove } from '#core/groove'
import { sayCount } from '#core/groove'

/** Two versions of one groove: the player says which stays. */
const props = defineProps<{ mine: Groove, theirs: Groove }>()
const emit = defineEmits<{ choose: [choice: 'mine' | 'theirs' | 'copy'] }>()

const size = (groove: Groove) => `${sayCount(groove.parts.length, 'part')}, ${sayCount(groove.parts.reduce((sum, part) => sum + part.strokes.length, 0), 'stroke')}, ${groove.tempo.bpm} a minute`
const CHOICES = [
  ['mine', 'Keep this one', 'It goes over the other.'],
  ['theirs', 'Take the other', 'What was changed here since goes.'],
  ['copy', 'Keep both', 'This one becomes a groove of its own, and the other stays here.'],
] as const
const { mine, theirs } = toRefs(props)
</script>

<template>
  <section class="border-b border-error bg-elevated px-5 py-3" role="alert" aria-labelledby="stale-title">
    <h2 id="stale-title" class="text-lg">This groove was saved elsewhere while you changed it here</h2>
    <p class="mt-1 text-sm">Here: “{{ mine.title }}”, {{ size(mine) }}. Saved: “{{ theirs.title }}”, {{ size(theirs) }}. Nothing is merged and nothing is lost until you choose.</p>
    <div class="mt-2 flex flex-wrap gap-4">
      <div v-for="[choice, words, means] in CHOICES" :key="choice" class="flex items-center gap-2">
        <UButton color="neutral" :variant="choice === 'copy' ? 'solid' : 'outline'" size="sm" @click="emit('choose', choice)">{{ words }}</UButton>
        <span class="text-sm text-muted">{{ means }}</span>
      </div>
    </div>
  </section>
</template>
