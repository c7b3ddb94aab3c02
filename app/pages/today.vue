<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { type Due, type LogEntry, sayLate } from '#core/practise'
import { useStationKeys } from '~/composables/useStationKeys'
import { api } from '~/documents/api'

/** Today: what is due, at which tempo it stood, and one key to go. */
const due = shallowRef<Due[]>()
const plans = shallowRef(new Map<string, Summaries['plan']>())
const grooves = shallowRef(new Set<string>())
const last = shallowRef<LogEntry>()
const failed = ref('')
const today = () => new Intl.DateTimeFormat('sv-SE').format(new Date())

async function load() {
  try {
    const [list, { entries }] = await Promise.all([api.log.due(today()), api.log.page(0, 1)])
    const [there, shelf] = await Promise.all([
      api.plans.list({ only: [...new Set(list.flatMap(one => one.planId ?? []))].slice(0, 200) }),
      api.grooves.list({ only: list.map(one => one.id).slice(0, 200) }),
    ])
    plans.value = new Map(there.map(({ summary }) => [summary.id, summary]))
    grooves.value = new Set(shelf.map(({ summary }) => summary.id))
    // What is in the bin is not to be practised.
    due.value = list.filter(one => grooves.value.has(one.id))
    last.value = entries[0]
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)

const MOST = 30
const now = computed(() => (due.value ?? []).filter(one => one.late >= 0).slice(0, MOST))
const later = computed(() => (due.value ?? []).filter(one => one.late < 0).slice(0, 8))
const planOf = (one: Due) => (one.planId ? plans.value.get(one.planId) : undefined)
/** To its plan, run at once; or to a new plan of it, where the last one is gone. */
const way = (one: Due) => (planOf(one) ? `/practise/${one.planId}/run` : `/practise?groove=${one.id}`)
const first = computed(() => now.value[0] ?? later.value[0])
useStationKeys('today', { go: () => first.value && navigateTo(way(first.value)) })
const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
const dayWords = (date: string) => day.format(new Date(`${date}T12:00:00`))
useHead({ title: 'Today · Bazzet' })
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-b border-default px-4 py-2 sm:px-6">
    <h1 class="text-2xl text-highlighted">Today</h1>
    <p v-if="due" class="text-sm text-muted" role="status">{{ now.length ? `${now.length} due` : 'Nothing due' }}</p>
    <UButton v-if="first" class="ml-auto" size="lg" color="neutral" :to="way(first)">Enter: {{ first.title }}</UButton>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <p v-if="failed" role="alert" class="text-error">{{ failed }} <UButton size="sm" color="neutral" variant="outline" @click="load">Try again</UButton></p>
    <div v-else-if="due && !due.length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing practised yet</h2>
      <p class="my-3">Run a plan and say how it went: what was solid comes back after 1, 2, 4, 8, 16 and 32 days, what was shaky tomorrow.</p>
      <UButton to="/practise" color="neutral">To the plans</UButton>
    </div>
    <template v-else-if="due">
      <p v-if="last" class="mb-4 text-toned">Last: {{ last.subject.title }}, {{ last.stage.toLowerCase() }}, {{ dayWords(last.day) }}.</p>
      <section v-for="[title, list] in ([['Due', now], ['Next', later]] as const)" :key="title" class="max-w-4xl" :aria-label="title">
        <template v-if="list.length">
          <h2 class="mb-1 mt-4 text-lg">{{ title }}</h2>
          <ul>
            <li v-for="one in list" :key="one.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-muted py-2.5" data-due>
              <h3 class="w-64 text-base text-highlighted">{{ one.title }}</h3>
              <span class="w-28 text-sm" :class="one.late > 0 ? 'font-semibold' : 'text-muted'">{{ sayLate(one.late) }}</span>
              <span class="text-sm text-muted">{{ one.word }} on {{ dayWords(one.last) }}<template v-if="one.tempo">, at <TempoMark :tempo="one.tempo" /></template></span>
              <span class="ml-auto flex gap-2">
                <UButton size="sm" color="neutral" variant="outline" :to="`/bench/${one.id}`">Bench</UButton>
                <UButton size="sm" color="neutral" :to="way(one)">{{ planOf(one) ? 'Practise' : 'Make a plan' }}</UButton>
              </span>
            </li>
          </ul>
        </template>
      </section>
      <p class="mt-6 max-w-3xl text-sm text-muted">Solid comes back after 1, 2, 4, 8, 16 and 32 days; shaky the next day, where it stood; missed begins again.</p>
    </template>
  </div>
</template>
