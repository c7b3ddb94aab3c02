<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { GhostPlace } from '#core/analyse'
import { audibleParts, spanOf } from '#core/groove'
import { sayMarked, toolOf } from '#core/editor'
import type { Limb } from '#core/kit'
import { looped, machinePlays } from '#core/perform'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useBenchEdits } from '~/composables/useBenchEdits'
import { useBenchReading } from '~/composables/useBenchReading'
import { useCounted } from '~/composables/useCounted'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { useEditor } from '~/composables/useEditor'
import { ALL, MARKED, loopsOf, useLoop } from '~/composables/useLoop'
import { useOnward } from '~/composables/useOnward'
import { usePlayback } from '~/composables/usePlayback'
import { usePlayIn } from '~/composables/usePlayIn'
import { useTapping } from '~/composables/useTapping'
import { useStep } from '~/composables/useStep'
import { useStationKeys } from '~/composables/useStationKeys'
import { useBench } from '~/stores/bench'
import { usePlayer } from '~/stores/player'
import { usePlayingIn } from '~/stores/playing-in'
import { useSettings } from '~/stores/settings'

/** The Bench: a groove layered limb by limb, heard, read and shifted. */
const route = useRoute()
const bench = useBench()
const settings = useSettings()
const player = usePlayer()
const playingIn = usePlayingIn()
const transport = useTemplateRef('transport')
const lanes = useTemplateRef('lanes')
const shifting = useTemplateRef('shifting')

const failed = ref('')
const adding = ref(false)
const celling = ref(false)
const timing = ref('')
const { loop, span, toggleMarked } = useLoop()
const onward = useOnward()
const practise = () => onward.practise(loop.value === ALL ? undefined : span.value)

const { say, refused, edit, setBars, mirror, step, keep, toBin, putItBack, fetchBack, laySticking } = useBenchEdits()
const { send, spanToGroove, spanToCell } = useEditor({ say, refused })
const tapping = useTapping(send)
/** The line whose readings are looked at; none, and the readout is there. */
const reading = ref('')

try {
  const id = String(route.params.id)
  // Out of Vary, Sticking and the like one comes back to work that goes on.
  await bench.open(
    id,
    /^\/(shelf|today|log)?$/.test(String(useRouter().options.history.state.back ?? '').split('?')[0]!),
  )
  settings.lastGroove = id
  // A player who comes back finds what was chosen, and no panel over the lanes.
  bench.send({ type: 'panel', panel: null })
  if (route.query.lay) await laySticking()
  if (route.query.back) await fetchBack(String(route.query.back))
} catch (error) {
  failed.value = (error as Error).message
  settings.lastGroove = ''
}

const { together, settled, readable, read, own, ownRead, facts, pieces } = useBenchReading()
const ghosts = shallowRef<{ limb: Limb; places: GhostPlace[] }>()

const heard = computed(() => (bench.shown ? audibleParts(bench.shown, { solo: bench.solo }) : new Set<string>()))
const performance = computed(
  () =>
    bench.shown &&
    playingIn.heardWith(
      looped(
        {
          groove: bench.shown,
          kit: bench.kit,
          parts: machinePlays(bench.shown, heard.value),
          click: settings.clickPlan,
          span: span.value,
          guides: settings.lineHeard ? bench.shown.guides.map(guide => guide.id) : [],
        },
        settings.countIn,
      ),
    ),
)
const { play, toggle: playOrStop, hearInPlace } = usePlayback(performance)
const playIn = usePlayIn(() => span.value, play)
const tool = computed(() => bench.state && toolOf(bench.state))
const stepping = useStep(
  () => bench.shown && { groove: bench.shown, kit: bench.kit, heard: heard.value, span: bench.span ?? span.value },
  {
    on: computed({
      get: () => bench.state?.panel === 'step',
      set: on => send({ type: 'panel', panel: on ? 'step' : null }),
    }),
  },
)
// Playing in and stepping have the hands in turn.
watch(
  () => playingIn.open,
  open => send({ type: 'panel', panel: open ? 'play in' : null }),
)
watch(
  () => bench.state?.panel,
  panel => panel !== 'play in' && playingIn.open && playingIn.hide(),
)
useCounted(
  () => bench.groove,
  () => player.playing && !stepping.on.value,
  'bench',
)
useCounted(
  () => bench.groove,
  () => stepping.on.value,
  'step',
)
/** Space plays, or takes the next step where one steps. */
const toggle = () => (stepping.on.value ? stepping.send('next') : playOrStop())

/** The dialog that takes the groove away: whether it is open, and whether it was ever wanted, so that it is fetched only then. */
const exporting = ref(false)
const wantsExport = ref(false)

const parent = computed(() => bench.groove?.parent)
/** The bar of a phrase that led here, by its number from 0. */
const fromPhrase = computed(() => {
  const [id, bar] = String(route.query.phrase ?? '').split('.')
  return id ? { id, bar: Number(bar) || 0 } : undefined
})
const marked = useAfterPaint(
  () => (bench.state && bench.shown ? sayMarked(bench.state, bench.shown, settings.counting) : ''),
  3,
)
const loops = computed(() => loopsOf(bench.shown?.bars.length ?? 1, marked.value))

/** A note of the staff leads to its stick: the cursor goes there, and the part is chosen. */
function find([stroke]: { partId: string; at: number }[]) {
  if (!stroke) return
  send({ type: 'find', ...stroke })
  lanes.value?.focus()
}

/** To the line above, which is added where there is none. */
function toLine() {
  const [first] = bench.shown?.guides ?? []
  send(first ? { type: 'enter line', line: first.id } : { type: 'add line' })
  lanes.value?.focus()
}
watch(
  () => bench.shown?.guides.map(guide => guide.id).join(),
  ids => {
    if (!ids?.split(',').includes(reading.value)) reading.value = ''
  },
)

useStationKeys('bench', {
  play: toggle,
  step: stepping.toggle,
  tap: () => transport.value?.tap(),
  undo: () => (playingIn.takes.length && !playingIn.taken ? playingIn.back() : step('takeBack')),
  redo: () => step('bringBack'),
  add: () => (adding.value = true),
  cells: () => (celling.value = !celling.value),
  line: toLine,
  lanes: () => lanes.value?.focus(),
  displace: () => shifting.value?.focus(),
  staff: () => (settings.staff = { ...settings.staff, shown: !settings.staff.shown }),
  loop: toggleMarked,
  keep: () => keep(undefined, []),
  ...onward,
  practise,
  record: playIn.record,
  export: () => (exporting.value = wantsExport.value = true),
})
useKeptOpen(bench)
useHead({ title: () => `${bench.groove?.title ?? 'Bench'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed" what="groove" :why="failed" to="/shelf" where="To the Shelf" />
  <template v-else-if="bench.groove && bench.shown && bench.state && settled && read && readable">
    <FactBar :groove="facts" :pieces="pieces" @edit="edit" @bars="setBars" @mirror="mirror" @refused="refused">
      <KeptState :of="bench" @step="step" />
      <BenchMenu
        @practise="practise"
        @keep="keep(undefined, [])"
        @bin="toBin"
        @export="exporting = wantsExport = true" />
    </FactBar>
    <LazyExportDialog
      v-if="wantsExport"
      v-model:open="exporting"
      :leaving="{ kind: 'groove', groove: bench.groove, kit: bench.kit }" />
    <StaleNotice v-if="bench.theirs" :mine="bench.groove" :theirs="bench.theirs" @choose="bench.resolveStale" />
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_18.5rem]">
      <div class="flex min-h-0 flex-col gap-1 overflow-y-auto px-3 pb-3 pt-1 max-xl:pr-10 sm:pl-6 xl:pr-6">
        <p v-if="fromPhrase" class="text-sm text-muted">
          Out of a phrase, bar {{ fromPhrase.bar + 1 }}.
          <UButton
            size="xs"
            color="neutral"
            variant="outline"
            icon="i-lucide-undo-2"
            :to="`/phrase/${fromPhrase.id}?bar=${fromPhrase.bar}`"
            >Back to it</UButton
          >
        </p>
        <p v-if="parent" class="text-sm text-muted">
          A variation of <NuxtLink :to="`/bench/${parent.id}`" class="underline">its parent</NuxtLink
          >{{ parent.moves.length ? `: ${parent.moves.map(move => move.sentence).join(' ')}` : '.' }}
          <UButton v-if="spanOf(bench.groove)" size="xs" color="neutral" variant="outline" @click="putItBack"
            >Put it back</UButton
          >
        </p>
        <div class="relative shrink-0">
          <StaffSwitch />
          <LanesEditor
            ref="lanes"
            :groove="bench.shown"
            :kit="bench.kit"
            :unisons="together"
            :findings="read.findings"
            :readable="readable"
            :ghosts="ghosts"
            :heard="heard"
            :state="bench.state"
            @send="send">
            <template v-if="settings.staff.shown" #default="{ geometry }"
              ><StaffView
                :groove="readable"
                :kit="bench.kit"
                :along="geometry"
                :counts="false"
                :sticking="settings.staff.sticking"
                @find="find"
            /></template>
          </LanesEditor>
        </div>
        <LazyPlayInPanel v-if="tool === 'play in'" :hands="playIn" @refused="refused" />
        <StepBar v-else-if="tool === 'step'" :hands="stepping" :lead="bench.shown.lead" />
        <LinePanel
          v-else-if="tool === 'line'"
          :hands="tapping"
          :playing="player.playing"
          @send="send"
          @play="playOrStop"
          @read="reading = bench.state.cursor.line ?? ''" />
        <ContextBar
          v-else
          :looped="loop === MARKED"
          @send="send"
          @loop="toggleMarked"
          @groove="spanToGroove"
          @cell="spanToCell" />
        <LackingNotice :groove="settled" :kit="bench.kit" @edit="edit" />
        <PartsBar
          v-model:solo="bench.solo"
          :groove="settled"
          :chosen-part-id="bench.chosenPart?.id"
          @edit="edit"
          @choose="part => send({ type: 'choose', partId: part.id })"
          @time="part => (timing = part.id)">
          <template #add
            ><PartsAdd
              v-model:adding="adding"
              v-model:celling="celling"
              :groove="settled"
              @edit="edit"
              @hear="hearInPlace"
              @refused="refused"
              @send="send"
              @line="toLine"
          /></template>
        </PartsBar>
      </div>
      <SidePanel label="Readout" class="space-y-3" :wanted="!!reading">
        <LineReadings
          v-if="reading"
          :groove="settled"
          :kit="bench.kit"
          :line="reading"
          @edit="change => edit(change) && (reading = '')"
          @try="bench.tryOut"
          @hear="hearInPlace"
          @keep="(change, made) => keep(change, [made])"
          @close="reading = ''" />
        <FindingPanel
          v-if="ownRead && own"
          :groove="own"
          :kit="bench.kit"
          :read="ownRead"
          @edit="edit"
          @try="bench.tryOut" />
        <ReadoutPanel :groove="readable!" :read="read" @edit="edit" />
        <LineFit :groove="readable!" :read="read" />
        <ShiftPanel
          ref="shifting"
          :groove="settled"
          @edit="edit"
          @try="bench.tryOut"
          @keep="(change, made) => keep(change, [made])" />
        <RelationPanel :groove="readable!" :read="read" />
        <StyleFit :groove="settled" :kit="bench.kit" @edit="edit" />
        <GhostPanel
          :groove="settled"
          :kit="bench.kit"
          @places="(limb, places) => (ghosts = places.length ? { limb, places } : undefined)" />
      </SidePanel>
    </div>
    <StationTransport
      ref="transport"
      v-model:loop="loop"
      :tempo="settled.tempo"
      :bars="settled.bars"
      :loops="loops"
      count-in
      @toggle="playOrStop"
      @tempo="tempo => edit({ type: 'facts', set: { tempo } })">
      <span class="flex gap-2">
        <UButton
          color="neutral"
          :variant="tool === 'step' ? 'solid' : 'outline'"
          :aria-pressed="tool === 'step'"
          icon="i-lucide-footprints"
          @click="stepping.toggle()"
          >Step</UButton
        >
        <UButton
          color="neutral"
          :variant="tool === 'play in' ? 'solid' : 'outline'"
          :aria-pressed="tool === 'play in'"
          icon="i-lucide-circle-dot"
          title="Record what you play"
          @click="playIn.toggle()"
          >Play in</UButton
        >
      </span>
    </StationTransport>
    <PartTime v-if="timing" :open="true" :groove="settled" :part-id="timing" @edit="edit" @update:open="timing = ''" />
  </template>
</template>
