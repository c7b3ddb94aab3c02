<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  type BeatMap,
  type Correction,
  RECORDING_LIMITS,
  type Recording,
  barAt,
  barTimes,
  tempoBetween,
} from '#core/recording'
import { KEYS, shownKey } from '~/keys'
import { sayPlace } from '~/listen/say'

/** The beats of a recording: what was found at the cursor, how sure that is, and the words that put it right. */
const props = defineProps<{
  recording: Recording
  map: BeatMap
  at: number
  heardSoFar: number | undefined
  ready: boolean
}>()
const emit = defineEmits<{ correct: [correction: Correction]; listen: []; off: [] }>()

const bar = computed(() => props.map.bars[barAt(props.map, props.at)])
const tempo = computed(() => {
  const { map, at } = props
  const n = barAt(map, at)
  if (!map.bars.length) return undefined
  // Over the bars beside it too: one beat alone is a thing of chance.
  const [from, to] = [barTimes(map, Math.max(0, n - 1)).from, barTimes(map, Math.min(map.bars.length - 1, n + 1)).to]
  return tempoBetween(map.beats, from, to)
})
const says = computed(() => {
  const about = tempo.value && `${tempo.value.toFixed(1)} beats a minute`
  if (!props.map.bars.length) return 'Its beats make no bars yet: put the cursor on a 1 and say so.'
  if (!bar.value) return `The cursor is before the first bar${about ? `, which begins at ${about}` : ''}.`
  const { beats, sure, set } = bar.value
  const where = sayPlace(props.map, props.at)
  const how = set
    ? 'its 1 is set by you'
    : sure >= 0.8
      ? 'its 1 is fairly sure'
      : sure >= 0.5
        ? 'its 1 is likely'
        : 'its 1 is doubtful'
  return `${where[0]!.toUpperCase()}${where.slice(1)}: ${beats === 1 ? '1 beat' : `${beats} beats`}, ${how}${about ? `; ${about} about here` : ''}.`
})
const many = ref(bar.value?.beats ?? 4)
const put = computed(() => props.recording.anchors.length > 0 || props.recording.counted !== 'as heard')
const key = (name: keyof (typeof KEYS)['listen']['keys']) => shownKey([KEYS.listen.keys[name][0]].flat()[0]!)
</script>

<template>
  <section aria-labelledby="beats-title">
    <h2 id="beats-title" class="mb-1 text-lg">Beats</h2>
    <div v-if="heardSoFar !== undefined" role="status" class="max-w-md" data-hearing>
      <p class="mb-1 text-sm">Listening for its beats, {{ Math.round(heardSoFar * 100) }} %</p>
      <UProgress :model-value="Math.round(heardSoFar * 100)" color="neutral" />
      <UButton class="mt-3" color="neutral" variant="outline" @click="emit('off')">Call it off</UButton>
    </div>
    <template v-else-if="!recording.heard">
      <p class="mb-2 text-sm text-muted">Its beats have not been listened for.</p>
      <UButton color="neutral" variant="outline" :disabled="!ready" @click="emit('listen')"
        >Listen for its beats</UButton
      >
    </template>
    <p v-else-if="!map.beats.length" class="max-w-prose">
      No beats were found: nothing in it repeats at a tempo from 36 to 235.
    </p>
    <template v-else>
      <p class="mb-3 max-w-prose" role="status" data-beats-say>{{ says }}</p>
      <div class="flex flex-wrap gap-2">
        <UButton
          color="neutral"
          variant="outline"
          :title="key('one')"
          @click="emit('correct', { says: 'the 1 is here' })"
          >The 1 is here</UButton
        >
        <UButton
          color="neutral"
          variant="outline"
          :title="key('later')"
          @click="emit('correct', { says: 'the 1 is a beat later' })"
          >The 1 is a beat later</UButton
        >
        <UButton color="neutral" variant="outline" @click="emit('correct', { says: 'twice as fast' })"
          >Twice as fast</UButton
        >
        <UButton color="neutral" variant="outline" @click="emit('correct', { says: 'half as fast' })"
          >Half as fast</UButton
        >
      </div>
      <div class="mt-2 flex flex-wrap items-center gap-2">
        <UInputNumber
          v-model="many"
          :min="1"
          :max="RECORDING_LIMITS.barBeats"
          class="w-24"
          aria-label="Beats in a bar" />
        <UButton color="neutral" variant="outline" @click="emit('correct', { says: 'bars have', beats: many })"
          >beats in each bar from here</UButton
        >
        <UButton color="neutral" variant="outline" @click="emit('correct', { says: 'this bar has', beats: many })"
          >beats in this bar only</UButton
        >
        <UButton v-if="put" color="neutral" variant="ghost" @click="emit('correct', { says: 'as it was found' })"
          >As it was found</UButton
        >
      </div>
    </template>
  </section>
</template>
