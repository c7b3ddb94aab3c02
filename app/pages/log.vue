<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { sayCount } from '#core/groove'
import { type LogEntry, type LogSums, latestLines, sayClock } from '#core/practise'
import { sayTempo } from '#core/time'
import { api } from '~/documents/api'

/** What was practised, how fast, and the player's word on it: a page at a time, summed where it is kept. */
const PAGE = 200
const sums = shallowRef<LogSums>()
const entries = shallowRef<LogEntry[]>([])
const page = ref(0)
const total = ref(0)
const failed = ref('')

async function load() {
  try {
    const [got, all] = await Promise.all([api.log.page(page.value * PAGE, PAGE), sums.value ?? api.log.sums()])
    entries.value = got.entries
    total.value = got.total
    sums.value = all
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)
watch(page, load)

const when = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const tempo = ({ tempo: played }: LogEntry) => `${sayTempo(played)}${played.assumed ? ', assumed' : ''}`
const rows = computed(() => entries.value.map(entry => ({ when: when.format(new Date(entry.at)), title: entry.subject.title, stage: entry.stage, tempo: tempo(entry), time: sayClock(entry.seconds), word: entry.word ?? 'no word' })))
const columns = [
  { accessorKey: 'when', header: 'When' }, { accessorKey: 'title', header: 'Groove' }, { accessorKey: 'stage', header: 'Stage' },
  { accessorKey: 'tempo', header: 'Tempo' }, { accessorKey: 'time', header: 'Time' }, { accessorKey: 'word', header: 'Word' },
]
const summary = computed(() => sums.value && [sayCount(sums.value.stages, 'stage'), sayCount(Math.round(sums.value.seconds / 60), 'minute'), sayCount(sums.value.days, 'day')].join(', '))
const lines = computed(() => latestLines(sums.value?.lines ?? [], 8))
const last = computed(() => Math.max(0, Math.ceil(total.value / PAGE) - 1))
useHead({ title: 'Log · Bazzet' })
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-b border-default px-4 py-2 sm:px-6">
    <h1 class="text-2xl text-highlighted">Log</h1>
    <p v-if="sums?.stages" class="text-sm text-muted">{{ summary }}</p>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
    <p v-if="failed" role="alert" class="text-error">{{ failed }} <UButton size="sm" color="neutral" variant="outline" @click="load">Try again</UButton></p>
    <div v-else-if="sums && !sums.stages" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing logged yet</h2>
      <p class="my-3">Run a plan: each stage you finish is written here with its tempo and your word on it.</p>
      <UButton to="/practise" color="neutral">To the plans</UButton>
    </div>
    <template v-else-if="sums">
      <section aria-labelledby="tempo-title">
        <h2 id="tempo-title" class="text-lg">Tempo by day</h2>
        <p class="text-sm text-muted">The fastest stage of each day that was not missed{{ sums.lines.length > lines.length ? `, of the ${lines.length} practised last` : '' }}.</p>
        <TempoChart :lines="lines" />
      </section>
      <UTable tabindex="0" :data="rows" :columns="columns" class="mt-4" caption="Practice log, newest first" :ui="{ th: 'py-2', td: 'py-1.5 text-default' }" />
      <nav v-if="last > 0" class="mt-3 flex items-center gap-3" aria-label="Pages of the log">
        <UButton size="sm" color="neutral" variant="outline" :disabled="page === 0" @click="page--">Newer</UButton>
        <span class="text-sm text-muted">{{ page * PAGE + 1 }} to {{ page * PAGE + entries.length }} of {{ total }}</span>
        <UButton size="sm" color="neutral" variant="outline" :disabled="page >= last" @click="page++">Older</UButton>
      </nav>
    </template>
  </div>
</template>
