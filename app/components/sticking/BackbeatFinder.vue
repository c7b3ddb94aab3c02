<script setup lang="ts">
import { computed, ref } from 'vue'
import { ordinal } from '#core/time'
import { present } from '#core/present'
import { type Rotation, backbeatsIn, rotationSticking, sayRotation, writeSticking } from '#core/sticking'
import { useSticking } from '~/stores/sticking'

/** Where a backbeat hides in the sticking: each place to begin it, who then falls on the beats, and what that asks of the hand. */
const store = useSticking()
const ASKED = [
  { value: '2 and 4', label: 'on 2 and 4', beats: [2, 4] },
  { value: '3', label: 'on 3', beats: [3] },
]
const asked = ref('2 and 4')
const beats = computed(
  () =>
    present(
      ASKED.find(one => one.value === asked.value),
      'choice',
    ).beats,
)
const found = computed(() =>
  store.sticking.length && store.sticking.length <= 32
    ? backbeatsIn(store.sticking, store.ground, beats.value).slice(0, 24)
    : [],
)
const emit = defineEmits<{ use: [text: string, beats: readonly number[]] }>()
const written = (one: Rotation) => writeSticking(rotationSticking(one, store.ground, beats.value), store.ground.slots)
</script>

<template>
  <section aria-labelledby="backbeat-title">
    <div class="mb-1 flex items-center gap-3">
      <h2 id="backbeat-title" class="text-lg">The backbeat in it</h2>
      <URadioGroup v-model="asked" orientation="horizontal" color="neutral" :items="ASKED" aria-label="Beats" />
    </div>
    <p v-if="!found.length" class="text-sm text-muted">
      Write a sticking of up to 32 places to be shown where it could begin.
    </p>
    <ol class="space-y-1.5 text-base">
      <li
        v-for="one in found"
        :key="`${one.by}${one.repeat}`"
        data-rotation
        class="border-t border-muted pt-1.5"
        :class="one.awkward ? 'text-toned' : ''">
        <div class="flex items-baseline gap-2">
          <span class="sr-only">{{ writeSticking(one.sticking, store.ground.slots).toUpperCase() }}</span>
          <span class="text-sm text-muted"
            >{{
              one.by
                ? `from its ${ordinal(one.by + 1)} ${one.sticking.every(Boolean) ? 'note' : 'place'}`
                : 'as written'
            }}{{
              one.repeat === 'every bar'
                ? ', again in every bar'
                : one.bars > 1
                  ? `, running on for ${one.bars} bars`
                  : ''
            }}</span
          >
          <UButton class="ml-auto" size="xs" color="neutral" variant="outline" @click="emit('use', written(one), beats)"
            >Use</UButton
          >
        </div>
        <RotationGrid
          class="mt-1"
          :sticking="rotationSticking(one, store.ground, beats)"
          :ground="store.ground"
          :beats="beats" />
        <p>
          <b v-if="one.awkward" class="mr-1.5 inline-flex items-center gap-1 text-highlighted"
            ><UIcon name="i-lucide-triangle-alert" class="size-4 shrink-0" />Asks for control.</b
          >{{ sayRotation(one, beats) }}
        </p>
      </li>
    </ol>
  </section>
</template>
