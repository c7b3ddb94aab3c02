<script setup lang="ts">
import { useTimeAgo } from '@vueuse/core'
import { type Groove, sayBars, sayFeel } from '#core/groove'
import { styleOf } from '#core/style'
import type { Stored } from '~/composables/useApi'

/** A groove on the Shelf: its lanes, small, and its facts. */
const props = defineProps<{ stored: Stored<Groove>, parent: string | undefined }>()
const emit = defineEmits<{ bin: [] }>()
const changed = useTimeAgo(() => props.stored.updatedAt)
</script>

<template>
  <article class="group relative flex flex-col border-t border-default pt-3">
    <NuxtLink :to="`/bench/${stored.document.id}`" class="block">
      <h2 class="text-lg text-highlighted group-hover:underline">{{ stored.document.title }}</h2>
      <LanesStill class="my-2" :groove="stored.document" />
      <p class="text-sm text-toned">{{ [styleOf(stored.document.style)?.name, sayBars(stored.document), `${Math.round(stored.document.tempo.bpm)} a minute`, sayFeel(stored.document)].filter(Boolean).join(' · ') }}</p>
      <p class="text-sm text-muted">{{ parent ? `Variation of ${parent} · ` : '' }}{{ stored.document.tags.join(', ') || 'no tags' }} · {{ changed }}</p>
    </NuxtLink>
    <UButton class="absolute right-0 top-2 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100" size="xs" color="neutral" variant="ghost" icon="i-lucide-trash-2" :aria-label="`Put ${stored.document.title} in the bin`" @click="emit('bin')" />
  </article>
</template>
