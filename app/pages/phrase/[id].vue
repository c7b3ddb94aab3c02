<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { type Fill, type PhraseEdit, phraseBars, phrasePerformance, sayBarSpan, setFill } from '#core/phrase'
import type { Tempo } from '#core/time'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useKeptOpen } from '~/composables/useKeptOpen'
import type { Leaving } from '~/composables/useExport'
import { useMap } from '~/composables/useMap'
import { usePhrasePlay } from '~/composables/usePhrasePlay'
import { useStationKeys } from '~/composables/useStationKeys'
import { byKey, keyOf } from '~/keys'
import { useKits } from '~/stores/kits'
import { usePhrase } from '~/stores/phrase'
import { useSettings } from '~/stores/settings'

/** Phrase: grooves, variations and fills in bars, on one map; heard from any bar. */
const route = useRoute()
const store = usePhrase()
const kits = useKits()
const settings = useSettings()
const failed = ref('')
try {
  await store.open(String(route.params.id))
  settings.lastPhrase = String(route.params.id)
} catch (error) {
  failed.value = (error as Error).message
  settings.lastPhrase = ''
}
const { send, take, step, refused } = useMap()
const { loop, sounding, toggle, hearFrom, toggleMarked } = usePhrasePlay()
const map = useTemplateRef('map')
const templates = ref(route.query.templates === '1')
// Once it is closed the address does not ask for it either: a reload shows the bars.
watch(
  templates,
  () =>
    route.query.templates && void navigateTo({ query: { ...route.query, templates: undefined } }, { replace: true }),
)
const adding = ref(false)
if (route.query.bar) send({ type: 'choose', bar: Number(route.query.bar) || 0 })

function press(bar: number, event: MouseEvent) {
  if (event.shiftKey) return void send({ type: 'mark to', bar })
  send({ type: 'choose', bar })
}
const edit = (change: PhraseEdit) => {
  if (send({ type: 'edit', edit: change })) templates.value = false
}
/** A fill that is pointed at is in the phrase for as long, and sounds where nothing does. */
function tryFill(fill: Fill | undefined) {
  const { fill: now, phrase, section } = store
  if (fill && now && phrase && section) store.tryOut(setFill(phrase, section.id, now.turn, fill))
  else store.tryOut(undefined)
}
/** The groove that the chosen bar plays, by its id on the shelf. */
const grooveId = computed(() => store.phrase?.grooves[store.chosen.round.key]?.id ?? '')
/** Out to the Bench with the bar’s groove, and a way back to this bar. */
const toBench = () =>
  navigateTo({ path: `/bench/${grooveId.value}`, query: { phrase: `${store.phrase?.id}.${store.state.bar}` } })

/** The phrase as it leaves, from its first bar to its last; fetched with its dialog when it is first wanted. */
const leaving = shallowRef<Leaving>()
const exporting = ref(false)
function leave() {
  const { phrase, kit } = store
  if (!phrase) return
  leaving.value = { kind: 'phrase', phrase, performance: phrasePerformance(phrase, kit, { again: false }) }
  exporting.value = true
}

const mapKeys = byKey('bars', {
  left: () => send({ type: 'choose', bar: store.state.bar - 1 }),
  right: () => send({ type: 'choose', bar: store.state.bar + 1 }),
  up: () => send({ type: 'section', by: -1 }),
  down: () => send({ type: 'section', by: 1 }),
  hear: () => hearFrom(store.state.bar),
  markLeft: () => send({ type: 'extend', by: -1 }),
  markRight: () => send({ type: 'extend', by: 1 }),
  earlier: () => send({ type: 'move', by: -1 }),
  later: () => send({ type: 'move', by: 1 }),
  more: () => send({ type: 'times', by: 1 }),
  fewer: () => send({ type: 'times', by: -1 }),
  out: () => send({ type: 'out' }),
  leave: () => send({ type: 'unmark' }),
})
function mapKey(event: KeyboardEvent) {
  const act = mapKeys[keyOf(event)]
  if (!act) return
  event.preventDefault()
  act()
}
useStationKeys('phrase', {
  play: toggle,
  undo: () => step('takeBack'),
  redo: () => step('bringBack'),
  add: () => (adding.value = true),
  template: () => (templates.value = !templates.value),
  fill: () => send({ type: 'fill' }),
  loop: toggleMarked,
  bench: toBench,
  export: leave,
  map: () => map.value?.focus(),
})
const setFacts = (set: Extract<PhraseEdit, { type: 'facts' }>['set']) =>
  send({ type: 'edit', edit: { type: 'facts', set } })
const setTempo = (tempo: Tempo) => setFacts({ tempo })
const kitItems = computed(() => kits.all.map(kit => ({ label: kit.name, value: kit.id })))
/** What is marked, or the chosen bar between its neighbours: a fill is practised with the bars around it. */
const some = computed(() => {
  const { mark, bar } = store.state
  return mark ?? { from: Math.max(0, bar - 1), to: Math.min(store.bars.length, bar + 2) }
})
const menu = computed(() => [
  [
    {
      label: `Practise ${sayBarSpan(some.value.from, some.value.to - some.value.from)}`,
      icon: 'i-lucide-timer',
      to: `/practise?phrase=${store.phrase?.id}&from=${some.value.from}&to=${some.value.to}`,
    },
    { label: 'Practise it', icon: 'i-lucide-timer', to: `/practise?phrase=${store.phrase?.id}` },
    { label: 'Sheet to print', icon: 'i-lucide-printer', to: `/sheet/phrase/${store.phrase?.id}` },
    { label: 'Export …', icon: 'i-lucide-download', onSelect: leave },
  ],
  [{ label: 'All phrases', to: '/phrase' }],
])
/** The map is there first; the fields beside it follow. */
const beside = useAfterPaint(() => !templates.value, 2)
const loops = computed(() => [
  { label: 'all bars', value: 'all' },
  ...(store.state.mark
    ? [{ label: `bars ${store.state.mark.from + 1} to ${store.state.mark.to}`, value: 'marked' }]
    : []),
  { label: 'once, to the end', value: 'once' },
])
const shownBar = computed(() => (sounding.value >= 0 ? sounding.value : store.state.bar) + 1)
useKeptOpen(store)
useHead({ title: () => `${store.phrase?.title ?? 'Phrase'} · Bazzet` })
function addRest() {
  adding.value = false
  send({ type: 'rest' })
}
/** A section that plays a groove of the shelf, after the chosen one. */
function addGroove(id: string) {
  if (!id) return
  adding.value = false
  void take('add', id)
}
</script>

<template>
  <NotOpened v-if="failed || !store.phrase" what="phrase" :why="failed" to="/phrase" where="To your phrases" />
  <template v-else>
    <StationHeader
      station="Phrase"
      :name="store.phrase.title"
      label="Title of the phrase"
      @rename="title => setFacts({ title })">
      <span class="text-sm whitespace-nowrap text-muted" data-facts
        >{{ phraseBars(store.phrase) }} bars · <TempoMark :tempo="store.phrase.tempo"
      /></span>
      <BarSelect
        :model-value="store.phrase.kitId"
        label="Kit"
        :items="kitItems"
        class="w-40 max-sm:hidden"
        @update:model-value="kitId => setFacts({ kitId })" />
      <template #actions>
        <KeptState :of="store" @step="step" />
        <UButton color="neutral" variant="outline" :aria-expanded="templates" @click="templates = !templates"
          >Templates</UButton
        >
        <UPopover v-model:open="adding" :content="{ align: 'end' }" :ui="{ content: 'w-72 space-y-3 bg-default p-4' }">
          <UButton color="neutral">Add a section</UButton>
          <template #content>
            <GroovePicker
              :model-value="''"
              label="Groove of the new section"
              placeholder="Play a groove"
              class="w-full"
              @update:model-value="addGroove" />
            <UButton color="neutral" variant="outline" class="w-full justify-center" @click="addRest"
              >Bars of your own</UButton
            >
          </template>
        </UPopover>
        <MoreMenu :items="menu" />
      </template>
    </StationHeader>
    <LazyExportDialog v-if="leaving" v-model:open="exporting" :leaving="leaving" />
    <StaleNotice
      v-if="store.theirs"
      what="phrase"
      :mine="store.phrase"
      :theirs="store.theirs"
      @choose="store.resolveStale" />
    <p v-if="store.stays.length" class="border-b border-default bg-elevated px-6 py-1.5 text-sm" role="status">
      {{ store.stays.join(', ') }} changed on the Shelf so that it no longer fits here; it is played as it was last
      seen. Pin it, or change its section.
    </p>
    <TemplatePanel
      v-if="templates"
      :phrase="store.phrase"
      :groove-id="grooveId"
      @edit="edit"
      @close="templates = false"
      @refused="refused" />
    <div v-else class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_18.5rem]">
      <div class="min-h-0 overflow-y-auto px-6 py-2 max-xl:pr-10">
        <PhraseMap
          ref="map"
          :phrase="store.phrase"
          :bar="store.state.bar"
          :sounding="sounding"
          :mark="store.state.mark ?? undefined"
          @press="press"
          @order="(section, to) => send({ type: 'order', section, to })"
          @key="mapKey"
          @play="hearFrom" />
      </div>
      <SidePanel label="Section" class="space-y-5">
        <template v-if="beside">
          <FillPanel v-if="store.fill" @send="send" @try="tryFill" @refused="refused" />
          <SectionPanel @send="send" @take="take" />
          <BarReadout />
        </template>
      </SidePanel>
    </div>
    <StationTransport
      v-model:loop="loop"
      :tempo="store.phrase.tempo"
      :bars="store.chosen.round.groove.bars"
      :loops="loops"
      count-in
      @toggle="toggle"
      @tempo="setTempo">
      <template #position
        ><p class="display text-2xl font-bold text-highlighted" data-bar-count>
          bar {{ shownBar }} <span class="text-base font-normal text-muted">of {{ store.bars.length }}</span>
        </p></template
      >
      <UButton
        v-if="store.state.mark"
        color="neutral"
        :variant="loop === 'marked' ? 'solid' : 'outline'"
        :aria-pressed="loop === 'marked'"
        icon="i-lucide-repeat"
        data-loop-marked
        @click="toggleMarked"
        >Bars {{ store.state.mark.from + 1 }} to {{ store.state.mark.to }}</UButton
      >
      <UButton color="neutral" variant="outline" class="max-sm:hidden" @click="toBench">Open bar on Bench</UButton>
    </StationTransport>
  </template>
</template>
