<script setup lang="ts">
import { useMounted } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { sayCount, sentence } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import { sayMeasured } from '#core/measure'
import { type LogEntry, type LogFilter, type LogSums, sayClock, sayDuration } from '#core/practise'
import { convertTempo } from '#core/time'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { calendarDay, sayDay, sayMoment } from '~/practise/day'
import { useOutbox } from '~/practise/outbox'
import { api } from '~/documents/api'
import { useDrawn } from '~/documents/first'

/** What was practised, how fast, how evenly, and the player's word on it: a page at a time, summed where it is kept. */
const PAGE = 50
const LINES = 8
const toast = useToast()
const outbox = useOutbox()
const filter = ref<LogFilter>({})
const sums = shallowRef<LogSums>()
const page = ref(0)
/** The newest, where the server drew this page with them: they are there before the scripts have come, however long the log is. */
const first = useDrawn('first-entries', () => api.log.page(0, PAGE))
const got = shallowRef<Awaited<ReturnType<typeof api.log.page>>>()
const entries = computed(() => (got.value ?? first.value)?.entries)
const total = computed(() => (got.value ?? first.value)?.total ?? 0)
const failed = ref('')
const today = calendarDay()
/** What only this browser knows, what it holds back and what its clock says, is not known where the server draws the page. */
const mounted = useMounted()
let turn = 0

async function loadEntries() {
  const mine = ++turn
  try {
    const all = await api.log.page(page.value * PAGE, PAGE, filter.value)
    if (mine !== turn) return
    got.value = all
    failed.value = ''
  } catch (error) {
    if (mine === turn) failed.value = (error as Error).message
  }
}
let summing = 0
async function loadSums() {
  const mine = ++summing
  try {
    const all = await api.log.sums(filter.value, LINES)
    if (mine === summing) sums.value = all
  } catch (error) {
    if (mine === summing) failed.value = (error as Error).message
  }
}
// The entries are there at once; what they come to takes longer, and follows.
const load = () => Promise.all([loadEntries(), loadSums()])
onMounted(async () => {
  if (first.value && !outbox.held.value) return loadSums()
  await outbox.flush()
  await load()
})
watch(page, loadEntries)
watch(filter, () => {
  if (page.value) page.value = 0
  void load()
  void showGoal()
})

// ---- the goal of the groove that alone is shown ----

const goal = shallowRef<{ bpm: number; title: string }>()
async function showGoal() {
  goal.value = undefined
  const { about } = filter.value
  if (!about) return
  try {
    const { document } = await api.grooves.get(about)
    const line = sums.value?.lines.find(one => one.id === about)
    if (filter.value.about === about)
      goal.value = {
        bpm: convertTempo(document.tempo, line?.counts ?? document.tempo.counts).bpm,
        title: document.title,
      }
  } catch {
    // What is practised may be a phrase, or in the bin: it has no goal to show.
  }
}

// ---- entries corrected, binned, written by hand, read from a file ----

const editing = shallowRef<{ entry?: LogEntry }>()
const importing = ref(false)
async function done(what: Promise<unknown>, close = true) {
  try {
    await what
    if (close) editing.value = undefined
    await load()
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error' })
  }
}
const edit = async (entry: LogEntry) => (editing.value = { entry: await api.log.get(entry.id) })
const keep = (entry: LogEntry) => done(editing.value?.entry ? api.log.correct(entry) : api.log.put(entry))
async function bin({ id, stage }: LogEntry) {
  await done(api.log.bin(id))
  toast.add({
    title: `“${stage}” is in the bin.`,
    actions: [{ label: 'Undo', onClick: () => void done(api.log.restore(id)) }],
  })
}
/** Starts what an entry was: its plan, or a new one of the same groove. */
async function again({ planId, subject }: LogEntry) {
  const there =
    planId &&
    (await api.plans.get(planId).then(
      () => true,
      () => false,
    ))
  await navigateTo(
    there
      ? `/practise/${planId}/run`
      : subject.kind === 'groove' || subject.kind === 'figures'
        ? `/practise?groove=${subject.id}`
        : subject.kind === 'phrase'
          ? `/practise?phrase=${subject.id}`
          : '/practise',
  )
}

// ---- a day ----

const day = ref('')
const note = ref('')
async function showDay(to: string) {
  day.value = to === day.value ? '' : to
  note.value = ''
  const of = day.value
  const stored = of ? await api.log.note(of).catch(() => '') : ''
  // What was typed before the answer came stays; another day's answer is not this one's.
  if (of === day.value && !note.value) note.value = stored
  filter.value = day.value
    ? { ...filter.value, from: day.value, to: day.value }
    : Object.fromEntries(Object.entries(filter.value).filter(([name]) => name !== 'from' && name !== 'to'))
}
const keepNote = () => done(api.log.setNote(day.value, note.value.trim()), false)

const measured = ({ measures }: LogEntry) => (measures ? sayMeasured(measures) : '')
const summary = computed(
  () =>
    sums.value &&
    [sayCount(sums.value.stages, 'stage'), sayDuration(sums.value.seconds), sayCount(sums.value.days, 'day')].join(
      ', ',
    ),
)
const lines = computed(() => sums.value?.lines ?? [])
const bests = computed(() => (sums.value?.bests ?? []).slice(0, 12))
const last = computed(() => Math.max(0, Math.ceil(total.value / PAGE) - 1))
const csv = computed(() => `/api/log/csv?${new URLSearchParams(filter.value as Record<string, string>).toString()}`)
/** The entries are there first; charts and calendar follow once they are seen. */
const painted = useAfterPaint(() => !!sums.value)
const view = ref('tempo')
const VIEWS = [
  { label: 'Tempo', value: 'tempo' },
  { label: 'Minutes', value: 'minutes' },
  { label: 'Evenness', value: 'even' },
  { label: 'Bests', value: 'bests' },
]
const titles: Record<string, string> = {
  tempo: 'Tempo by day',
  minutes: 'Minutes by week',
  even: 'Evenness by day',
  bests: 'The fastest of each groove',
}
useHead({ title: 'Log · Bazzet' })
</script>

<template>
  <StationHeader name="Log">
    <p v-if="sums?.stages" class="text-sm text-muted" data-summary>{{ summary }}</p>
    <template #actions>
      <UButton color="neutral" variant="outline" @click="editing = {}">Add by hand</UButton>
      <UButton color="neutral" variant="outline" :to="csv" external download="bazzet-log.csv">CSV</UButton>
      <UButton color="neutral" variant="outline" @click="importing = true">Read CSV</UButton>
    </template>
  </StationHeader>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-4 sm:px-6">
    <p v-if="mounted && outbox.held.value" role="status" class="mb-3 text-warning">
      {{ outbox.held.value === 1 ? 'One stage waits' : `${outbox.held.value} stages wait` }} in this browser for the
      server.
    </p>
    <p v-if="failed" role="alert" class="text-error">
      {{ failed }} <UButton color="neutral" variant="outline" @click="load">Try again</UButton>
    </p>
    <div v-else-if="sums && !sums.stages && !Object.keys(filter).length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing logged yet</h2>
      <p class="my-3">Run a plan: each stage you finish is written here with its tempo and your word on it.</p>
      <UButton to="/practise" color="neutral">To the plans</UButton>
    </div>
    <template v-else-if="entries">
      <LogFilters v-model="filter" />
      <div class="mt-4 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 xl:grid-cols-[minmax(0,1fr)_auto]">
        <section class="min-h-80 min-w-0" aria-label="Charts">
          <template v-if="sums">
            <UTabs v-model="view" :items="VIEWS" color="neutral" variant="link" :content="false" />
            <h2 class="mt-2 text-base text-highlighted">{{ titles[view] }}</h2>
            <template v-if="view === 'tempo'">
              <p class="text-sm text-muted">
                The fastest stage of each day that was not missed{{
                  sums.practised.length > lines.length && lines.length === LINES
                    ? `, of the ${lines.length} practised last`
                    : ''
                }}.
              </p>
              <LazyTempoChart v-if="painted" :lines="lines" :goal="goal" />
            </template>
            <LazyWeekChart v-else-if="view === 'minutes'" :weeks="sums.weeks.slice(-20)" />
            <template v-else-if="view === 'even'"
              ><LazyAccuracyChart v-if="sums.accuracy.length" :days="sums.accuracy" />
              <p v-else class="py-6 text-muted">
                Nothing was measured here yet. In the runner choose what measures you.
              </p></template
            >
            <table v-else class="mt-2 w-full text-sm">
              <caption class="sr-only">
                The fastest by groove and limbs
              </caption>
              <tbody>
                <tr v-for="best in bests" :key="`${best.id} ${best.limbs.join()}`" class="border-b border-muted">
                  <th scope="row" class="py-1.5 text-left font-semibold">{{ best.title }}</th>
                  <td class="text-muted">
                    {{
                      best.limbs.length === 4
                        ? 'all four limbs'
                        : best.limbs.map(limb => LIMB_NAMES[limb]).join(', ') || 'limbs not known'
                    }}
                  </td>
                  <td class="text-right"><TempoMark :tempo="best.tempo" /></td>
                  <td class="pl-4 text-right text-muted">{{ sayDay(best.day) }}</td>
                </tr>
              </tbody>
            </table>
          </template>
        </section>
        <section aria-label="Days">
          <DayCalendar v-if="sums && painted" :days="sums.calendar" :today="today" :chosen="day" @day="showDay" />
          <div v-if="day" class="mt-3">
            <h2 class="text-base text-highlighted">{{ sayDay(day) }}</h2>
            <UTextarea
              v-model="note"
              :rows="2"
              maxlength="4000"
              class="mt-1 w-full"
              aria-label="Note on this day"
              placeholder="A note on this day"
              @change="keepNote" />
          </div>
        </section>
      </div>
      <div class="relative mt-4 overflow-x-auto">
        <table class="w-full text-sm" data-entries>
          <caption class="sr-only">
            Practice log, newest first
          </caption>
          <thead>
            <tr class="border-b border-default text-left text-muted">
              <th class="py-2">When</th>
              <th>What</th>
              <th>Stage</th>
              <th>Tempo</th>
              <th>Time</th>
              <th>Word</th>
              <th>Measured</th>
              <th><span class="sr-only">Do</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in entries" :key="entry.id" class="group border-b border-muted align-top *:py-1.5">
              <td class="whitespace-nowrap pr-4" data-allow-mismatch="text">{{ sayMoment(entry.at) }}</td>
              <td class="pr-4">{{ entry.subject.title }}</td>
              <td class="pr-4">
                {{ entry.stage }}<span v-if="entry.note" class="block text-muted">{{ entry.note }}</span>
              </td>
              <td class="whitespace-nowrap pr-4">
                <TempoMark v-if="entry.tempo" :tempo="entry.tempo" />{{ entry.tempo?.assumed ? ', assumed' : '' }}
              </td>
              <td class="pr-4">{{ sayClock(entry.seconds) }}</td>
              <td class="pr-4">{{ entry.word ?? (entry.source === 'hand' ? '' : 'no word') }}</td>
              <td class="whitespace-nowrap pr-4 text-muted">{{ measured(entry) }}</td>
              <td
                class="whitespace-nowrap text-right opacity-0 *:-my-1 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100">
                <button
                  v-if="entry.subject.kind !== 'other'"
                  type="button"
                  class="cursor-pointer px-2 py-1 max-xl:min-h-11 max-xl:min-w-11 hover:underline"
                  :aria-label="`Practise ${entry.subject.title} again`"
                  @click="again(entry)">
                  Again</button
                ><button
                  type="button"
                  class="cursor-pointer px-2 py-1 max-xl:min-h-11 max-xl:min-w-11 hover:underline"
                  :aria-label="`Correct ${sentence(entry.stage)}${mounted ? `, ${sayMoment(entry.at)}` : ''}`"
                  @click="edit(entry)">
                  Correct
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <nav v-if="last > 0" class="mt-3 flex items-center gap-3" aria-label="Pages of the log">
        <UButton color="neutral" variant="outline" :disabled="page === 0" @click="page--">Newer</UButton>
        <span class="text-sm text-muted"
          >{{ page * PAGE + 1 }} to {{ page * PAGE + entries.length }} of {{ total }}</span
        >
        <UButton color="neutral" variant="outline" :disabled="page >= last" @click="page++">Older</UButton>
      </nav>
    </template>
    <UModal
      :open="!!editing"
      :title="editing?.entry ? 'Correct an entry' : 'Add by hand'"
      @update:open="open => open || (editing = undefined)"
      ><template #body
        ><EntryForm
          v-if="editing"
          :entry="editing.entry"
          :today="today"
          @keep="keep"
          @bin="bin(editing!.entry!)"
          @close="editing = undefined" /></template
    ></UModal>
    <UModal v-model:open="importing" title="Read a log from CSV"
      ><template #body><CsvImport @kept="load" /></template
    ></UModal>
  </div>
</template>
