<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { type Due, type LogEntry, beginRun, inTurnPlan, lapOf, makeSitting, sayOverdue } from '#core/practise'
import { LANES_SHAPE } from '#core/notation'
import { useStationKeys } from '~/composables/useStationKeys'
import { useWhole } from '~/composables/useWhole'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { calendarDay, sayDay } from '~/practise/day'
import { placeOf } from '~/practise/place'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'
import { fetchMaterial } from '~/stores/practice'
import { useSittings } from '~/stores/sittings'

/** Today: what is under way, what is due, at which tempo it stood, and one key to go. */
const toast = useToast()
const sittings = useSittings()
const drummer = useDrummer()
const kits = useKits()
const due = shallowRef<Due[]>()
const plans = shallowRef(new Map<string, Summaries['plan']>())
const last = shallowRef<LogEntry>()
const played = ref(0)
const failed = ref('')

async function load() {
  try {
    const [list, { entries }, sums] = await Promise.all([
      api.log.due(calendarDay(), drummer.player.practice.spacing),
      api.log.page(0, 1),
      api.log.sums({ from: calendarDay(), to: calendarDay() }),
      sittings.load(),
    ])
    const ids = (kinds: readonly Due['kind'][]) =>
      list
        .filter(one => kinds.includes(one.kind))
        .map(one => one.id)
        .slice(0, 200)
    const [there, shelf, phrases] = await Promise.all([
      api.plans.list({ only: [...new Set(list.flatMap(one => one.planId ?? []))].slice(0, 200) }),
      api.grooves.list({ only: ids(['groove', 'figures', 'turns']) }),
      api.phrases.list({ only: ids(['phrase']) }),
    ])
    plans.value = new Map(there.map(({ summary }) => [summary.id, summary]))
    const here = new Set([...shelf, ...phrases].map(({ summary }) => summary.id))
    // What is in the bin is not to be practised; a sticking lives in its plan.
    due.value = list.filter(
      one => here.has(one.id) || (one.kind === 'sticking' && one.planId && plans.value.has(one.planId)),
    )
    last.value = entries[0]
    void whole
      .want(shelf.slice(0, 2 * MOST).map(({ summary, revision }) => ({ id: summary.id, revision })))
      .catch(() => undefined)
    played.value = sums.seconds / 60
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)

/** The lanes of what is due; what is no groove has none. */
const whole = useWhole<'groove'>(api.grooves)
const MOST = 30
const now = computed(() => (due.value ?? []).filter(one => one.late >= 0).slice(0, MOST))
const later = computed(() => (due.value ?? []).filter(one => one.late < 0).slice(0, 8))
const planOf = (one: Due) => (one.planId ? plans.value.get(one.planId) : undefined)
/** To its plan, run at once; or to a new plan of it, where the last one is gone. */
const way = (one: Due) =>
  planOf(one)
    ? `/practise/${one.planId}/run`
    : one.kind === 'phrase'
      ? `/practise?phrase=${one.id}`
      : `/practise?groove=${one.id}`
const underWay = computed(() => sittings.list)
const goOn = (one: Pick<Summaries['sitting'], 'id' | 'planId'>) => `/practise/${one.planId}/run?go=${one.id}`
const first = computed(() => now.value[0] ?? later.value[0])
const to = computed(() => (underWay.value[0] ? goOn(underWay.value[0]) : first.value && way(first.value)))
useStationKeys('today', { go: () => to.value && navigateTo(to.value) })

// ---- several things in turn ----

const inTurn = ref<string[]>([])
const grooves = computed(() => now.value.filter(one => one.kind === 'groove').slice(0, MOST))
const turnIds = computed(() => (inTurn.value.length ? inTurn.value : grooves.value.slice(0, 3).map(one => one.id)))
const pick = (id: string, on: boolean) =>
  (inTurn.value = on ? [...inTurn.value, id].slice(-4) : inTurn.value.filter(one => one !== id))
async function takeInTurn() {
  try {
    const found = await api.grooves.some(turnIds.value)
    const things = turnIds.value.flatMap(id => {
      const groove = found.find(one => one.document.id === id)?.document
      return groove ? [{ groove, tempo: due.value?.find(one => one.id === id)?.tempo ?? groove.tempo }] : []
    })
    const plan = inTurnPlan(things, newId, { minutes: 2, rounds: 2 })
    if (!plan.ok) return void toast.add({ title: plan.reason, color: 'error' })
    // Taken in turn once, it is no plan to keep in the list: the run alone holds it.
    const { stages } = plan.value
    const material = { ...(await fetchMaterial(stages)), kitOf: (id: string) => kits.of(id) }
    const sitting = makeSitting({
      id: newId(),
      at: new Date().toISOString(),
      plan: plan.value,
      listed: false,
      run: beginRun(plan.value, { laps: stages.map(one => lapOf(one, material)) }),
    })
    await sittings.keep(sitting)
    await navigateTo(goOn({ planId: plan.value.id, id: sitting.id }))
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error' })
  }
}
const spacing = computed(() => drummer.player.practice.spacing.join(', '))
useHead({ title: 'Today · Bazzet' })
</script>

<template>
  <StationHeader name="Today">
    <p v-if="due" class="text-sm text-muted" role="status">{{ now.length ? `${now.length} due` : 'Nothing due' }}</p>
    <template #actions
      ><UButton v-if="to" size="xl" color="neutral" :to="to" class="max-w-full sm:max-w-96"
        ><KeyCap name="Enter" /><span class="truncate">{{
          underWay[0] ? `Go on with ${underWay[0].title}` : `Practise ${first!.title}`
        }}</span></UButton
      ></template
    ></StationHeader
  >
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <p v-if="failed" role="alert" class="text-error">
      {{ failed }} <UButton color="neutral" variant="outline" @click="load">Try again</UButton>
    </p>
    <section v-if="underWay.length" class="mb-5 max-w-4xl" aria-label="Under way">
      <h2 class="mb-1 text-lg">Under way</h2>
      <ul class="space-y-2">
        <li
          v-for="one in underWay"
          :key="one.id"
          class="flex flex-wrap items-center gap-x-4 gap-y-2 bg-elevated px-4 py-3"
          data-under-way>
          <h3 class="text-base text-highlighted">{{ one.title }}</h3>
          <span class="text-sm text-muted"
            >stage {{ one.stage }} of {{ one.stages }}, {{ sayDay(calendarDay(new Date(one.at))) }}</span
          >
          <span class="ml-auto flex gap-2"
            ><UButton
              color="neutral"
              variant="ghost"
              :aria-label="`Remove ${one.title} from what is under way`"
              @click="sittings.end(one.id)"
              >Remove</UButton
            ><UButton color="neutral" :to="goOn(one)">Go on</UButton></span
          >
        </li>
      </ul>
    </section>
    <div v-if="!failed && due && !due.length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing practised yet</h2>
      <p class="my-3">
        Run a plan and say how it went: what was solid comes back after {{ spacing }} days, what was shaky tomorrow.
      </p>
      <div class="flex justify-center gap-2">
        <UButton to="/practise" color="neutral">To the plans</UButton>
        <UButton to="/begin" color="neutral" variant="outline">Begin a groove</UButton>
      </div>
    </div>
    <template v-else-if="due && !failed">
      <p v-if="last" class="mb-4 text-toned">
        Last: {{ last.subject.title }}, {{ last.stage.toLowerCase() }}, {{ sayDay(last.day) }}.
      </p>
      <section
        v-for="[title, list] in [
          ['Due', now],
          ['Next', later],
        ] as const"
        :key="title"
        class="max-w-5xl"
        :aria-label="title">
        <template v-if="list.length">
          <h2 class="mb-1 mt-4 text-lg">{{ title }}</h2>
          <ul>
            <li
              v-for="one in list"
              :key="one.id"
              class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-muted py-2.5"
              data-due>
              <UCheckbox
                v-if="title === 'Due' && one.kind === 'groove' && grooves.length > 1"
                :model-value="turnIds.includes(one.id)"
                color="neutral"
                :aria-label="`Take ${one.title} in turn`"
                @update:model-value="on => pick(one.id, on === true)" />
              <span class="w-36 shrink-0 max-sm:hidden" :style="{ aspectRatio: `1 / ${LANES_SHAPE}` }"
                ><LanesStill
                  v-if="whole.documents.value.get(one.id)"
                  :groove="whole.documents.value.get(one.id)!.document"
              /></span>
              <h3 class="w-56 text-base text-highlighted">{{ one.title }}</h3>
              <span class="w-28 text-sm" :class="one.late > 0 ? 'font-semibold' : 'text-muted'">{{
                sayOverdue(one.late)
              }}</span>
              <span class="text-sm text-muted"
                >{{ one.word }} on {{ sayDay(one.last)
                }}<template v-if="one.tempo">, at <TempoMark :tempo="one.tempo" /></template
              ></span>
              <span class="ml-auto flex gap-2">
                <UButton color="neutral" variant="ghost" :to="placeOf(one, one.planId).to">{{
                  placeOf(one, one.planId).name
                }}</UButton>
                <UButton color="neutral" variant="outline" :to="way(one)">{{
                  planOf(one) ? 'Practise' : 'Make a plan'
                }}</UButton>
              </span>
            </li>
          </ul>
        </template>
      </section>
      <p v-if="grooves.length > 1" class="mt-3">
        <UButton color="neutral" variant="outline" :disabled="turnIds.length < 2" @click="takeInTurn"
          >Take {{ turnIds.length }} in turn, two minutes each, twice round</UButton
        >
      </p>
      <p class="mt-6 max-w-3xl text-sm text-muted">
        Solid comes back after {{ spacing }} days; shaky the next day, where it stood; missed begins again.
        <NuxtLink to="/player" class="underline">Set the days</NuxtLink>
      </p>
    </template>
    <CareNote v-if="due && !failed" :played="played" class="mt-6 max-w-3xl" />
  </div>
</template>
