<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { type Edit, type Groove, type MoveMade, saySpan } from '#core/groove'
import { afterHome, homeBars, looped } from '#core/perform'
import { type Step, editBetween } from '#core/vary'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { api } from '~/documents/api'
import type { Base } from '~/documents/autosave'
import { useStationKeys } from '~/composables/useStationKeys'
import { useKeep } from '~/composables/useKeep'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { usePlayback } from '~/composables/usePlayback'
import { useWays } from '~/composables/useWays'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'
import { useVary } from '~/stores/vary'

/** Vary: from one groove to many, by moves, recipes and ideas, under promises; and who came from whom. */
const route = useRoute()
const bench = useBench()
const settings = useSettings()
const vary = useVary()
const toast = useToast()
const keeping = useKeep()

const VIEWS = [
  { label: 'Moves', value: 'moves' },
  { label: 'Recipes', value: 'recipes' },
  { label: 'Ideas', value: 'ideas' },
  { label: 'Family', value: 'family' },
]
const failed = ref('')
try {
  await bench.open(String(route.params.id))
  settings.lastGroove = String(route.params.id)
} catch (error) {
  failed.value = (error as Error).message
  settings.lastGroove = ''
}

const view = computed({
  get: () => (VIEWS.some(one => one.value === route.query.view) ? String(route.query.view) : 'moves'),
  set: (wanted: string) => void navigateTo({ path: route.path, query: { view: wanted } }, { replace: true }),
})
/** What every move would do is worked out once the groove itself has been drawn. */
const settled = useAfterPaint(() => bench.groove)
const told = useAfterPaint(() => vary.told)
/** What is marked on the Bench is the only place that moves change. */
const place = computed(() => (bench.span ? { span: bench.span } : {}))
const refused = (reason: string) => toast.add({ title: reason, color: 'error' })

// ---- what is heard: what is being tried, or home ----------------------------

const tried = shallowRef<Groove>()
/** While H is down, or was asked for, home sounds whatever is tried. */
const homeHeard = ref(false)
const heard = computed(() => (homeHeard.value ? undefined : tried.value) ?? bench.groove)
/** An idea is heard where it would stand: after home, over and over. */
const inPlace = computed(() => view.value === 'ideas' && vary.inPlace && !homeHeard.value)
const performance = computed(() => {
  const home = bench.groove
  if (!home || !heard.value) return undefined
  const played = { kit: bench.kit, click: settings.clickPlan }
  return inPlace.value
    ? afterHome({ ...played, groove: home }, { ...played, groove: heard.value })
    : looped({ ...played, groove: heard.value })
})
const { play, toggle, hearInPlace } = usePlayback(performance)
/** Pointed at, it begins in the last bar of home: who points at one card after another waits a bar, and not three. */
const hearIdea = (on: boolean) =>
  hearInPlace(on, inPlace.value && bench.groove ? homeBars(bench.groove) - 1 : undefined)
watch(view, () => (tried.value = undefined))
function hear(groove: Groove) {
  tried.value = groove
  homeHeard.value = false
  play()
}

// ---- what is taken and kept -------------------------------------------------

const turn = ref(0)
/** Steps on their way from a move into a recipe: the one of that id, or a new one. */
const fresh = shallowRef<{ steps: Step[]; recipeId: string | undefined }>()
function edit(change: Edit) {
  const done = bench.edit(change)
  if (!done.ok) return refused(done.reason)
  tried.value = undefined
  toast.add({ title: 'Changed. Ctrl Z takes it back.' })
}
/** What was kept last, while its title is changed. */
const titling = shallowRef<{ id: string; title: string }>()
function titled(title: string) {
  turn.value++
  toast.add({ title: `It is called “${title}” now.` })
}
async function keep(groove: Groove, made: MoveMade[], name: string) {
  try {
    const { id, title } = await keeping(groove, made, name.toLowerCase())
    turn.value++
    toast.add({
      title: `Kept as “${title}”.`,
      actions: [
        { label: 'Go to it', onClick: () => void navigateTo(`/vary/${id}`) },
        { label: 'Another title', onClick: () => void (titling.value = { id, title }) },
      ],
    })
  } catch (error) {
    refused((error as Error).message)
  }
}
/** A variation takes another groove’s place: the open one by an edit that can be undone, another one on the server. */
async function adopt(main: Groove, kept: Groove, base: Base) {
  if (main.id === bench.here.id) {
    const done = bench.edit(editBetween(bench.here, main, 'Another version adopted'))
    if (!done.ok) return refused(done.reason)
  }
  try {
    await api.grooves.create(kept)
    if (main.id !== bench.here.id) await api.grooves.save(main, base)
    toast.add({ title: `“${main.title}” has changed; as it was it is kept as “${kept.title}”.` })
  } catch (error) {
    refused((error as Error).message)
  }
  turn.value++
}
function step(direction: 'takeBack' | 'bringBack') {
  const done = bench[direction]()
  if (!done.ok) toast.add({ title: done.reason })
}
function intoRecipe(one: Step, recipeId: string | undefined) {
  fresh.value = { steps: [one], recipeId }
  view.value = 'recipes'
}

const turnTo = useWays('ways')
useStationKeys('vary', {
  play: toggle,
  home: () => (homeHeard.value = !homeHeard.value),
  undo: () => step('takeBack'),
  redo: () => step('bringBack'),
  moves: () => turnTo(() => (view.value = 'moves')),
  recipes: () => turnTo(() => (view.value = 'recipes')),
  ideas: () => turnTo(() => (view.value = 'ideas')),
  family: () => turnTo(() => (view.value = 'family')),
})
useKeptOpen(bench)
useHead({ title: () => `Vary ${bench.groove?.title ?? ''} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed || !bench.groove" what="groove" :why="failed" to="/shelf" where="To the Shelf" />
  <template v-else-if="settled">
    <StationHeader station="Vary" :name="bench.groove.title">
      <UTabs v-model="view" :items="VIEWS" color="neutral" variant="link" :content="false" aria-label="Ways to vary" />
      <template #actions
        ><KeptState :of="bench" @step="step" /><UButton color="neutral" :to="`/bench/${bench.groove.id}`"
          >Open on Bench</UButton
        ></template
      ></StationHeader
    >
    <div
      v-if="view !== 'family'"
      class="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-default px-4 py-1.5 sm:px-6">
      <PromiseBar />
      <p v-if="view === 'moves' && bench.span" class="flex items-center gap-1.5 text-sm" data-only-in>
        Only in <b>{{ saySpan(bench.groove, bench.span, settings.counting) }}</b><UButton
          size="xs"
          color="neutral"
          variant="outline"
          @click="bench.send({ type: 'unmark' })"
          >Everywhere</UButton
        >
      </p>
    </div>
    <StaleNotice v-if="bench.theirs" :mine="bench.groove" :theirs="bench.theirs" @choose="bench.resolveStale" />
    <div ref="ways" tabindex="-1" class="landing flex min-h-0 flex-1 flex-col">
      <div
        v-if="view === 'moves'"
        class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,12rem)_minmax(0,1fr)] sm:grid-cols-[12rem_minmax(0,1fr)] sm:grid-rows-1 xl:grid-cols-[16rem_minmax(0,1fr)]">
        <MoveList :groove="settled!" :kit="bench.kit" :promises="vary.promises" :told="told" v-bind="place" />
        <div class="min-h-0 space-y-4 overflow-y-auto px-6 py-3">
          <MoveGrid
            v-if="vary.group"
            :group="vary.group"
            :groove="settled!"
            :kit="bench.kit"
            v-bind="place"
            @try="groove => (tried = groove)"
            @hear="hear"
            @keep="(groove, made) => keep(groove, made, '')"
            @open="move => vary.openMove(move.id)" />
          <template v-else>
            <MovePanel
              :groove="bench.groove"
              :kit="bench.kit"
              v-bind="place"
              @try="groove => (tried = groove)"
              @hear="hear"
              @edit="edit"
              @keep="(groove, made) => keep(groove, made, '')"
              @step="intoRecipe" />
            <section aria-label="Home">
              <p class="mb-1 text-sm text-muted">Home, as it is</p>
              <LanesStill :groove="bench.groove" class="max-w-sm" />
            </section>
          </template>
        </div>
      </div>
      <Suspense v-else-if="view === 'recipes'"
        ><RecipePanel
          :groove="bench.groove"
          :kit="bench.kit"
          :fresh="fresh"
          @try="groove => (tried = groove)"
          @hear="hear"
          @edit="edit"
          @keep="keep"
          @taken="fresh = undefined"
      /></Suspense>
      <IdeasPanel
        v-else-if="view === 'ideas'"
        :groove="bench.groove"
        :kit="bench.kit"
        @try="groove => (tried = groove)"
        @hear="hearIdea"
        @keep="keep" />
      <Suspense v-else
        ><FamilyTree :groove="bench.groove" :kit="bench.kit" :turn="turn" @hear="hear" @adopt="adopt"
      /></Suspense>
    </div>
    <TitleDialog v-model:groove="titling" @titled="titled" />
    <StationTransport :bars="bench.groove.bars" @toggle="toggle">
      <UButton color="neutral" variant="outline" :aria-pressed="homeHeard" data-heard @click="homeHeard = !homeHeard"
        ><span><KeyCap name="H" /> Hear {{ homeHeard ? 'what is tried' : 'home' }}</span></UButton
      >
      <span class="text-sm text-muted max-xl:hidden"
        >{{
          heard === bench.groove ? 'Home sounds' : inPlace ? 'Home sounds, then what is tried' : 'What is tried sounds'
        }}, at {{ Math.round(bench.groove.tempo.bpm) }}.</span
      >
    </StationTransport>
  </template>
</template>
