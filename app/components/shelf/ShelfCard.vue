<script setup lang="ts">
import { formatTimeAgo } from '@vueuse/core'
import { computed } from 'vue'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { byKey, keyOf } from '~/keys'
import type { Summaries } from '#core/documents'
import { type Groove, sayCount } from '#core/groove'
import { LANES_SHAPE } from '#core/notation'

/** A groove on the Shelf: its lanes, small, once they have come, and its facts. */
const props = defineProps<{
  summary: Summaries['groove']
  updatedAt: string
  groove: Groove | undefined
  parent: string | undefined
  /** How many variations are folded into it. */ folded?: number | undefined
  /** Several are being chosen, and this is one of them. */ picking?: boolean
  picked?: boolean
}>()
/** Its lanes follow once its words have been painted: while a player types, what is found is read first. */
const drawn = useAfterPaint(() => props.groove)
const lanesOf = computed(() => (drawn.value?.id === props.summary.id ? drawn.value : undefined))
const emit = defineEmits<{ bin: []; pick: []; hear: []; family: [] }>()
/** Gone from a card by keys, the next groove takes its place, and has them. */
function key(event: KeyboardEvent) {
  const deed = byKey('shelfCard', { out: () => emit('bin'), hear: () => emit('hear') })[keyOf(event)]
  if (!deed) return
  event.preventDefault()
  deed()
}
/** As of when the card is drawn: a clock in each of them would be a clock in each of thousands. */
const changed = computed(() => formatTimeAgo(new Date(props.updatedAt)))
</script>

<template>
  <article class="group relative flex h-full flex-col border-t border-default pt-3">
    <NuxtLink :to="`/bench/${summary.id}`" class="block" data-card @keydown="key">
      <h2 class="truncate text-lg text-highlighted group-hover:underline" :title="summary.title">
        {{ summary.title }}
      </h2>
      <div class="my-2" :style="{ aspectRatio: `1 / ${LANES_SHAPE}` }">
        <LanesStill v-if="lanesOf" :groove="lanesOf" />
      </div>
      <p class="truncate text-sm text-toned">
        <TempoMark :tempo="summary.tempo" /> ·
        {{ [summary.styleName, summary.bars, summary.feel].filter(Boolean).join(' · ') }}
      </p>
      <p class="truncate text-sm text-muted">
        {{ parent ? `Variation of ${parent} · ` : '' }}{{ summary.tags.join(', ') || 'no tags' }} ·
        <!-- By this clock, which is not the server’s, and has gone on since. --><time
          :datetime="updatedAt"
          data-allow-mismatch="text"
          >{{ changed }}</time
        >
      </p>
    </NuxtLink>
    <button
      v-if="folded"
      type="button"
      class="min-h-6 cursor-pointer self-start text-sm text-toned underline hover:text-highlighted pointer-coarse:min-h-11"
      :aria-label="`Show the ${sayCount(folded, 'variation')} of ${summary.title}`"
      @click="emit('family')">
      {{ sayCount(folded, 'variation') }}
    </button>
    <LazyUCheckbox
      v-if="picking"
      :model-value="!!picked"
      color="neutral"
      class="absolute right-0 top-3.5 bg-default pl-2"
      :aria-label="`Choose ${summary.title}`"
      @update:model-value="emit('pick')" />
    <span
      v-else
      class="absolute right-0 top-2 flex bg-default opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100">
      <button
        type="button"
        class="cursor-pointer rounded-sm p-1 hover:bg-elevated"
        :aria-label="`Hear ${summary.title}`"
        @click="emit('hear')">
        <UIcon name="i-lucide-volume-2" class="block size-4" />
      </button>
      <button
        type="button"
        class="cursor-pointer rounded-sm p-1 hover:bg-elevated"
        :aria-label="`Put ${summary.title} in the bin`"
        @click="emit('bin')">
        <UIcon name="i-lucide-trash-2" class="block size-4" />
      </button>
    </span>
  </article>
</template>
