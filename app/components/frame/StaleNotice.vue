<script setup lang="ts">
import { sayCount } from '#core/groove'
import { type Tempo, sayTempo } from '#core/time'

/** Two versions of one document: the player says which stays. */
interface Version {
  title?: string
  name?: string
  parts?: readonly { strokes: readonly unknown[] }[]
  stages?: readonly unknown[]
  pieces?: readonly unknown[]
  tempo?: Tempo
}
const props = withDefaults(defineProps<{ what?: string; mine: Version; theirs: Version }>(), { what: 'groove' })
const emit = defineEmits<{ choose: [choice: 'mine' | 'theirs' | 'copy'] }>()

/** What is in a version, in figures that tell two apart. */
function size({ parts, stages, pieces, tempo }: Version): string {
  return [
    parts && sayCount(parts.length, 'part'),
    parts &&
      sayCount(
        parts.reduce((sum, part) => sum + part.strokes.length, 0),
        'stroke',
      ),
    stages && sayCount(stages.length, 'stage'),
    pieces && sayCount(pieces.length, 'piece'),
    tempo && sayTempo(tempo),
  ]
    .filter(Boolean)
    .join(', ')
}
/** Its name, and its size where that is known. */
const called = (version: Version) =>
  [`“${version.title ?? version.name ?? ''}”`, size(version)].filter(Boolean).join(', ')
const CHOICES = [
  ['mine', 'Keep this one', 'It goes over the other.'],
  ['theirs', 'Take the other', 'What was changed here since goes.'],
  ['copy', 'Keep both', `This one becomes another ${props.what}, and the other stays here.`],
] as const
</script>

<template>
  <section class="border-b border-error bg-elevated px-6 py-3" role="alert" aria-labelledby="stale-title">
    <h2 id="stale-title" class="text-lg">This {{ what }} was saved elsewhere while you changed it here</h2>
    <p class="mt-1 text-sm">
      Here: {{ called(mine) }}. Saved: {{ called(theirs) }}. Nothing is merged and nothing is lost until you choose.
    </p>
    <div class="mt-2 flex flex-wrap gap-4">
      <div v-for="[choice, words, means] in CHOICES" :key="choice" class="flex items-center gap-2">
        <UButton color="neutral" :variant="choice === 'copy' ? 'solid' : 'outline'" @click="emit('choose', choice)">{{
          words
        }}</UButton>
        <span class="text-sm text-muted">{{ means }}</span>
      </div>
    </div>
  </section>
</template>
