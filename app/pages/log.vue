<script setup lang="ts">
import { computed, ref } from 'vue'
import { type LogEntry, sayClock, tempoByDay } from '#core/practise'
import { useApi } from '~/composables/useApi'

/** What was practised, how fast, and the player's word on it. */
const api = useApi()
const entries = ref<LogEntry[]>([])
const loaded = ref(false)
const failed = ref('')
onMounted(async () => {
  try {
    entries.value = await api.log.list()
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
})

/** The day a moment falls on where the player is: 2026-01-31. */
const dayOf = (at: string) => new Intl.DateTimeFormat('sv-SE').format(new Date(at))
const lines = computed(() => tempoByDay(entries.value, dayOf))
const when = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

const rows = computed(() => entries.value.map(entry => ({ ...entry, when: when.format(new Date(entry.at)), bpm: Math.round(entry.bpm), time: sayClock(entry.seconds), word: entry.word ?? 'no word' })))
const columns = [
  { accessorKey: 'when', header: 'When' }, { accessorKey: 'grooveTitle', header: 'Groove' }, { accessorKey: 'stage', header: 'Stage' },
  { accessorKey: 'bpm', header: 'Tempo' }, { accessorKey: 'time', header: 'Time' }, { accessorKey: 'word', header: 'Word' },
]
const summary = computed(() => {
  const minutes = Math.round(entries.value.reduce((sum, entry) => sum + entry.seconds, 0) / 60)
  return `${entries.value.length} stages, ${minutes} minutes, ${new Set(entries.value.map(entry => dayOf(entry.at))).size} days`
})
useHead({ title: 'Log · Bazzet' })
</script>

<template>
  <header class="flex h-16 shrink-0 items-center gap-4 border-b border-default px-6">
    <h1 class="text-2xl text-highlighted">Log</h1>
    <p v-if="entries.length" class="text-sm text-muted">{{ summary }}</p>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <div v-else-if="loaded && !entries.length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing logged yet</h2>
      <p class="my-3">Run a plan: each stage you finish is written here with its tempo and your word on it.</p>
      <UButton to="/practise" color="neutral">To the plans</UButton>
    </div>
    <template v-else-if="entries.length">
      <section aria-labelledby="tempo-title">
        <h2 id="tempo-title" class="text-lg">Tempo by day</h2>
        <p class="text-sm text-muted">The fastest stage of each day that was not missed.</p>
        <TempoChart :lines="lines" />
      </section>
      <UTable :data="rows" :columns="columns" class="mt-4" caption="Practice log, newest first" :ui="{ th: 'py-2', td: 'py-1.5 text-default' }" />
    </template>
  </div>
</template>
