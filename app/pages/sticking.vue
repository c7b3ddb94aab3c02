<script setup lang="ts">
import { computed, ref } from 'vue'
import { saySpan } from '#core/groove'
import { looped } from '#core/perform'
import { planFor } from '#core/practise'
import { accentTurned, homeAfter, orchestrate, rudimentOf, sayHome, sayUnplayed, writeSticking } from '#core/sticking'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { createUntaken } from '~/documents/untaken'
import { useStationKeys } from '~/composables/useStationKeys'
import { usePlayback } from '~/composables/usePlayback'
import { useWays } from '~/composables/useWays'
import { useBench } from '~/stores/bench'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'
import { useSticking } from '~/stores/sticking'

/** Sticking: a hand pattern or a chain of note groups, where it lands, where a backbeat hides in it, and what it is on the kit. */
const kits = useKits()
const settings = useSettings()
const drummer = useDrummer()
const store = useSticking()
const bench = useBench()
const toast = useToast()
await kits.load()
const route = useRoute()
/** The sticking that a plan practises, as it was written there. */
if (route.query.plan) {
  try {
    const subject = (await api.plans.get(String(route.query.plan))).document.stages
      .map(stage => stage.subject)
      .find(one => one.kind === 'sticking')
    if (subject?.kind === 'sticking' && subject.written) {
      const { how, ...draft } = subject.written
      Object.assign(store.draft, draft, how ? { how } : {})
    } else
      toast.add({ title: 'This older plan does not say how its sticking was written; the last one written is shown.' })
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error' })
  }
}

const MOST_BARS = 8
const view = ref<'write' | 'chain'>('write')
const home = computed(() => (store.sticking.length ? homeAfter(store.sticking, store.ground) : 1))
/** As many bars as it takes to come home, within what a groove may have; in whole fours where it is longer. */
const bars = computed(() => Math.min(home.value, MOST_BARS))
const kit = computed(() =>
  kits.of(
    store.draft.how.view === 'pad'
      ? 'pad'
      : settings.lastKit && settings.lastKit !== 'pad'
        ? settings.lastKit
        : drummer.defaults.kitId,
  ),
)
const title = computed(
  () =>
    rudimentOf(store.sticking)?.name ??
    (writeSticking(store.sticking.slice(0, 16), store.ground.slots).toUpperCase() || 'From a sticking'),
)
/** Where it can be laid over: the groove that was on the Bench, its marked span or all of it. */
const over = computed(() =>
  bench.last?.id === settings.lastGroove && bench.last
    ? `${bench.span && bench.lastBars ? saySpan({ bars: bench.lastBars }, bench.span, settings.counting) : 'all bars'} of “${bench.last.title}”`
    : '',
)
const made = computed(() =>
  store.sticking.length
    ? orchestrate(store.sticking, store.ground, store.draft.how, {
        id: 'sticking',
        title: title.value,
        bars: bars.value,
        bpm: store.draft.bpm,
        kit: kit.value,
        lead: drummer.defaults.lead,
      })
    : undefined,
)
const unplayed = computed(() => sayUnplayed(store.sticking, store.draft.how))
const groove = computed(() => (made.value?.ok ? made.value.value : undefined))

const performance = computed(
  () => groove.value && looped({ groove: groove.value, kit: kit.value, click: settings.clickPlan }),
)
const { toggle } = usePlayback(performance)

const use = (text: string) => {
  store.draft.text = text
  store.draft.changing = false
  view.value = 'write'
}
/** A backbeat that was found: its accents are written, and the snare is where they fall. */
function useBackbeat(text: string, beats: readonly number[]) {
  use(text)
  store.draft.how = { ...store.draft.how, backbeat: [...beats] }
}
/** A letter that is pressed is accented, or no longer. */
const turn = (place: number) =>
  (store.draft.text = writeSticking(accentTurned(store.sticking, place), store.ground.slots))
async function send() {
  if (!groove.value) return
  const id = newId()
  const named = groove.value.parts.map(part => ({ ...part, id: newId() }))
  try {
    await api.grooves.create({ ...groove.value, id, parts: named, tags: ['sticking'] })
    await navigateTo(`/bench/${id}`)
  } catch (error) {
    toast.add({ title: 'It was not sent to the Bench', description: (error as Error).message, color: 'error' })
  }
}

/** A plan of the sticking as it is here, kept with the plan. */
async function practise() {
  if (!groove.value) return
  const plan = planFor({ ...groove.value, id: newId() }, newId, {
    way: 'slot-by-slot',
    sticking: {
      text: store.draft.text,
      meter: store.draft.meter,
      slots: store.draft.slots,
      changing: store.draft.changing,
      how: store.draft.how,
    },
    on: store.draft.how.view === 'pad' ? 'pad' : 'kit',
    kit: kit.value,
  })
  if (!plan.ok) return void toast.add({ title: plan.reason, color: 'error' })
  try {
    await createUntaken('plan', plan.value)
    await navigateTo(`/practise/${plan.value.id}`)
  } catch (error) {
    toast.add({ title: 'No plan was made', description: (error as Error).message, color: 'error' })
  }
}

const turnTo = useWays('ways')
useStationKeys('sticking', {
  play: toggle,
  write: () => turnTo(() => (view.value = 'write'), 'input'),
  chain: () => turnTo(() => (view.value = 'chain')),
  bench: () => void send(),
})
useHead({ title: 'Sticking · Bazzet' })
</script>

<template>
  <StationHeader name="Sticking">
    <UTabs
      v-model="view"
      :items="[
        { label: 'Write or choose', value: 'write' },
        { label: 'Chain note groups', value: 'chain' },
      ]"
      color="neutral"
      variant="link"
      :content="false"
      aria-label="Ways to a sticking" />
    <template #actions
      ><UButton color="neutral" variant="outline" :disabled="!groove" @click="practise">Practise it</UButton>
      <UButton
        v-if="over"
        color="neutral"
        variant="outline"
        :disabled="!groove"
        :title="`The limbs it uses leave out what they have there; all else stays.`"
        @click="navigateTo(`/bench/${settings.lastGroove}?lay=1`)"
        >Lay over {{ over }}</UButton
      >
      <UButton color="neutral" :disabled="!groove" @click="send">Open on Bench</UButton></template
    ></StationHeader
  >
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_21rem]">
    <div ref="ways" tabindex="-1" class="landing min-h-0 space-y-4 overflow-y-auto px-6 py-3 max-xl:pr-11">
      <template v-if="view === 'write'">
        <StickingWrite />
        <section v-if="store.sticking.length" aria-label="On the grid">
          <StickingRibbon :sticking="store.sticking" :ground="store.ground" :most="4" @accent="turn" />
          <p data-home>
            {{ sayHome(store.sticking, store.ground)
            }}<span v-if="home > 4" class="text-muted">
              The first four bars are shown{{ home > MOST_BARS ? `; a groove holds ${MOST_BARS}` : '' }}.</span
            >
          </p>
        </section>
        <BackbeatFinder @use="useBackbeat" />
      </template>
      <GroupChains v-else @use="use" />
    </div>
    <SidePanel label="On the kit" class="space-y-4">
      <OrchestratePanel :how="store.draft.how" :kit="kit" @how="how => (store.draft.how = how)" />
      <p v-for="one in unplayed" :key="one" data-unplayed class="text-sm text-toned">{{ one }}</p>
      <template v-if="groove">
        <LanesStill :groove="groove" />
        <ul class="text-base" aria-label="Parts it becomes">
          <li v-for="part in groove.parts" :key="part.id" data-becomes>
            {{ part.name
            }}<span class="text-muted"
              >, {{ part.strokes.length }} {{ part.strokes.length === 1 ? 'stroke' : 'strokes' }}</span
            >
          </li>
        </ul>
      </template>
      <p v-else-if="made && !made.ok" role="alert" class="text-error">{{ made.reason }}</p>
    </SidePanel>
  </div>
  <StationTransport
    :disabled="!groove"
    :tempo="{ bpm: store.draft.bpm, counts: '1/4' }"
    same-note
    :bars="groove?.bars"
    @toggle="toggle"
    @tempo="({ bpm }) => (store.draft.bpm = bpm)">
    <span class="ml-auto text-sm text-muted max-xl:hidden">Space plays · W write · C chain · B to the Bench</span>
  </StationTransport>
</template>
