<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import { type GhostPlace, readout, unisons } from '#core/analyse'
import { type Edit, type Groove, type MoveMade, apply, audibleParts, barTicks, mirrored, reshape, timeline } from '#core/groove'
import { type Limb, limbsInOrder, pieceOf } from '#core/kit'
import { barStarts, slotsOf } from '#core/time'
import { wholeSpan } from '~/audio/scheduler'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useApi } from '~/composables/useApi'
import { type Cursor, useLaneHands } from '~/composables/useLaneHands'
import { useStationKeys } from '~/composables/useStationKeys'
import { useKeep } from '~/composables/useKeep'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { usePlayback } from '~/composables/usePlayback'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The Bench: a groove layered limb by limb, heard, read and shifted. */
const route = useRoute()
const api = useApi()
const bench = useBench()
const settings = useSettings()
const toast = useToast()
const files = useDownload()
const keeping = useKeep()
const transport = useTemplateRef('transport')
const lanes = useTemplateRef('lanes')

const failed = ref('')
const adding = ref(false)
const timing = ref('')
const loop = ref(-1)
const cursor = ref<Cursor>({ limb: 'RH', slot: 0 })

const say = (title: string, color: 'error' | 'neutral' = 'neutral') => toast.add({ title, color })
const refused = (reason: string) => say(reason, 'error')
const hands = useLaneHands(cursor, refused)

async function open(id: string) {
  failed.value = ''
  try {
    await bench.open(id)
    settings.lastGroove = id
    loop.value = -1
    cursor.value = { limb: limbsInOrder(bench.groove!.lead)[0]!, slot: 0 }
  } catch (error) {
    failed.value = (error as Error).message
    settings.lastGroove = ''
  }
}
await open(String(route.params.id))

// ---- what is shown and heard ------------------------------------------------

const events = computed(() => (bench.shown ? timeline(bench.shown, bench.kit) : []))
const together = computed(() => unisons(events.value))
const heard = computed(() => (bench.shown ? audibleParts(bench.shown, { solo: bench.solo }) : new Set<string>()))

/** What is read about the groove follows the lanes a frame later; parts and panels with controls come after that. */
const settled = useAfterPaint(() => bench.groove, 3)
const readable = useAfterPaint(() => bench.shown)
const read = computed(() => (readable.value ? readout(readable.value, bench.kit) : undefined))
/** What the groove itself comes to, whatever is being tried on it: findings and their remedies must not vanish while they are pointed at. */
const own = useAfterPaint(() => bench.groove)
const ownRead = computed(() => (readable.value === own.value ? read.value : own.value && readout(own.value, bench.kit)))
const ghosts = shallowRef<{ limb: Limb, places: GhostPlace[] }>()

/** The facts along the top: the same object while none of them changes, so that strokes do not redraw the bar. */
const facts = computed<Omit<Groove, 'parts'>>((before) => {
  const now = settled.value!
  const same = before && Object.entries(now).every(([key, value]) => key === 'parts' || before[key as keyof typeof before] === value)
  return same ? before : now
})

/** The pieces played, by name: what may be pushed or laid back. A line of text, so that it changes only when they do. */
const played = computed(() => [...new Set(settled.value!.parts.flatMap(part => part.strokes.map(stroke => stroke.piece)))].join('\n'))
const pieces = computed(() => played.value.split('\n').filter(Boolean).map(id => ({ id, name: pieceOf(bench.kit, id)?.name ?? id })))

const span = computed(() => {
  const groove = bench.shown!
  const bar = groove.bars[loop.value]
  if (!bar) return wholeSpan(groove)
  const from = barStarts(groove.bars)[loop.value]!
  return { from, to: from + barTicks(bar) }
})
const program = computed(() => bench.shown && ({ groove: bench.shown, kit: bench.kit, heard: heard.value, click: settings.clickPlan, countIn: settings.countIn, span: span.value }))
const { toggle, hearInPlace } = usePlayback(program)

// ---- changes --------------------------------------------------------------

function edit(change: Edit) {
  const done = bench.edit(change)
  if (!done.ok) refused(done.reason)
  else if (change.type === 'batch' && change.label.includes('outside')) say(change.label)
}
function tryOut(change: Edit | undefined) {
  bench.tryOut(change)
}
function step(direction: 'takeBack' | 'bringBack') {
  const done = bench[direction]()
  if (!done.ok) say(done.reason)
}

/** Keeps what an edit comes to as a groove of its own that remembers this one, and goes there. */
async function keep(change: Edit | undefined, made: MoveMade[]) {
  const parent = bench.groove!
  const changed = change ? apply(parent, change) : undefined
  if (changed && !changed.ok) return refused(changed.reason)
  const { id, title } = await keeping(changed?.value.groove ?? parent, made, made.length ? `${parent.title}, displaced` : `${parent.title}, variation`)
  say(`Kept as “${title}”.`)
  await navigateTo(`/bench/${id}`)
}

async function toBin() {
  const { id, title } = bench.groove!
  await bench.leave()
  await api.grooves.bin(id)
  settings.lastGroove = ''
  toast.add({ title: `“${title}” is in the bin.`, actions: [{ label: 'Take it out again', onClick: async () => {
    await api.grooves.restore(id)
    await navigateTo(`/bench/${id}`)
  } }] })
  await navigateTo('/')
}

const menu = computed(() => [
  [
    { label: 'Keep as variation', icon: 'i-lucide-git-branch', onSelect: () => keep(undefined, []) },
    { label: 'Vary it', icon: 'i-lucide-shuffle', onSelect: () => navigateTo(`/vary/${bench.groove!.id}`) },
    { label: 'Compare …', icon: 'i-lucide-columns-2', onSelect: () => navigateTo(`/compare?a=${bench.groove!.id}`) },
    { label: 'Sheet to print', icon: 'i-lucide-printer', onSelect: () => navigateTo(`/sheet/${bench.groove!.id}`) },
    { label: 'Practise it', icon: 'i-lucide-timer', onSelect: () => navigateTo(`/practise?groove=${bench.groove!.id}`) },
  ],
  [
    { label: 'Download as JSON', icon: 'i-lucide-file-json', onSelect: () => files.json(bench.groove!) },
    { label: 'Download as MIDI', icon: 'i-lucide-file-music', onSelect: () => files.midi(bench.groove!, bench.kit) },
  ],
  [{ label: 'Put in the bin', icon: 'i-lucide-trash-2', color: 'error' as const, onSelect: toBin }],
])

const parent = computed(() => bench.groove?.parent)
const stale = computed(() => (bench.saveState.kind === 'stale' ? bench.saveState.theirs as Groove : undefined))

/** A note of the staff leads to its stick: the cursor goes there, and the part is chosen. */
function find([stroke]: { partId: string, at: number }[]) {
  const part = stroke && bench.groove?.parts.find(one => one.id === stroke.partId)
  if (!part) return
  bench.chosenPartId = part.id
  cursor.value = { limb: part.limb, slot: slotsOf(bench.groove!.bars).findLastIndex(slot => slot.at <= stroke.at) }
  lanes.value?.focus()
}

useStationKeys({
  ' ': toggle,
  't': () => transport.value?.tap(),
  'Ctrl+z': () => step('takeBack'),
  'Ctrl+Shift+z': () => step('bringBack'),
  'Ctrl+y': () => step('bringBack'),
  'a': () => (adding.value = true),
  'l': () => lanes.value?.focus(),
  's': () => (settings.staff = { ...settings.staff, shown: !settings.staff.shown }),
  'g': () => navigateTo(`/compare?a=${bench.groove!.id}`),
})

useKeptOpen()
useHead({ title: () => `${bench.groove?.title ?? 'Bench'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed" what="groove" :why="failed" to="/" where="To the Shelf" />
  <template v-else-if="bench.groove && bench.shown && settled && read && readable">
    <h1 class="sr-only">Bench: {{ bench.groove.title }}</h1>
    <FactBar :groove="facts" :pieces="pieces" @edit="edit" @bars="bars => edit(reshape(bench.groove!, bars))" @mirror="feet => edit(mirrored(bench.groove!, { feet }))" @refused="refused">
      <BenchActions @step="step" />
      <UDropdownMenu :items="menu" :content="{ align: 'end' }">
        <UButton size="sm" color="neutral" variant="outline" trailing-icon="i-lucide-chevron-down">Keep, take away</UButton>
      </UDropdownMenu>
    </FactBar>
    <StaleNotice v-if="stale" :mine="bench.groove" :theirs="stale" @choose="bench.resolveStale" />
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_18.5rem]">
      <div class="flex min-h-0 flex-col gap-2 overflow-y-auto px-5 pb-3 pt-2">
        <p v-if="parent" class="text-sm text-muted">
          A variation of <NuxtLink :to="`/bench/${parent.id}`" class="underline">its parent</NuxtLink>{{ parent.moves.length ? `: ${parent.moves.map(move => move.sentence).join(' ')}` : '.' }}
        </p>
        <LanesEditor ref="lanes" v-model:cursor="cursor" :groove="bench.shown" :kit="bench.kit" :unisons="together" :findings="read.findings" :readable="readable" :ghosts="ghosts" :heard="heard" :hands="hands" />
        <StrokePanel :hands="hands" />
        <StaffPanel v-if="readable" :groove="readable" :kit="bench.kit" @find="find" />
        <LackingNotice :groove="settled" :kit="bench.kit" @edit="edit" />
        <PartsBar v-model:solo="bench.solo" :groove="settled" :chosen-part-id="bench.chosenPart?.id" @edit="edit" @choose="part => { bench.chosenPartId = part.id; cursor = { ...cursor, limb: part.limb } }" @time="part => timing = part.id">
          <template #add><UButton size="sm" color="neutral" variant="outline" icon="i-lucide-plus" :aria-expanded="adding" @click="adding = !adding">Add a part</UButton></template>
        </PartsBar>
      </div>
      <aside class="isolate min-h-0 space-y-5 overflow-y-auto border-l border-default px-5 py-4" aria-label="Readout">
        <AddPart v-if="adding" :groove="settled" :kit="bench.kit" @edit="edit" @try="tryOut" @hear="hearInPlace" @refused="refused" @close="adding = false" />
        <ReadoutPanel :groove="readable!" :read="read" />
        <FindingPanel v-if="ownRead && own" :groove="own" :kit="bench.kit" :read="ownRead" @edit="edit" @try="tryOut" />
        <ShiftPanel :groove="settled" @edit="edit" @try="tryOut" @keep="(change, made) => keep(change, [made])" />
        <RelationPanel :groove="settled" :kit="bench.kit" />
        <StyleFit :groove="settled" :kit="bench.kit" @edit="edit" />
        <GhostPanel :groove="settled" :kit="bench.kit" @places="(limb, places) => ghosts = places.length ? { limb, places } : undefined" />
      </aside>
    </div>
    <TransportBar ref="transport" v-model:loop="loop" :tempo="settled.tempo" :bars="settled.bars" @toggle="toggle" @tempo="tempo => edit({ type: 'facts', set: { tempo } })" />
    <PartTime v-if="timing" :open="true" :groove="settled" :part-id="timing" @edit="edit" @update:open="timing = ''" />
  </template>
</template>
