<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { Summaries } from '#core/documents'
import type { Listed } from '#core/documents/wire'
import { api } from '~/documents/api'
import type { Groove } from '#core/groove'
import { typedEarly, useFirstCards } from '~/documents/first'
import { ANY, type ShelfWish, isNarrowed, shelved } from '~/documents/shelf'
import { useTabs } from '~/documents/here'
import { useStationKeys } from '~/composables/useStationKeys'

/** The Shelf: every groove there is; find one, begin one, open one from a file. */
const toast = useToast()
const list = shallowRef<Listed<Summaries['groove']>[]>()
const binned = shallowRef<Awaited<ReturnType<typeof api.binned>>>()
const inBinNow = computed(() => Object.values(binned.value ?? {}).reduce((sum, list) => sum + list.length, 0))
/** The newest, where the server drew this page with them; the rest comes once they are there. */
const first = useFirstCards()
const grooves = computed(() => list.value ?? first.value?.lines ?? [])
const failed = ref('')
const loaded = ref(false)
const early = typedEarly('[aria-label="Find a groove"]')
const wanted = ref('')
const inBin = ref(false)
const wish = ref<ShelfWish>({ ...ANY })
const narrowed = computed(() => isNarrowed(wish.value))
/** Seconds practised by groove; asked for once somebody wants that order. */
const practised = shallowRef<ReadonlyMap<string, number>>(new Map())
watch(
  () => wish.value.order,
  async order => {
    if (order === 'practised')
      practised.value = new Map((await api.log.sums()).practised.map(({ id, seconds }) => [id, seconds]))
  },
)
/** Grooves that are chosen, many at once; none of them while nothing is being chosen. */
const picking = ref(false)
const picked = ref<ReadonlySet<string>>(new Set())
function pick(id: string) {
  const now = new Set(picked.value)
  if (!now.delete(id)) now.add(id)
  picked.value = now
}
watch(picking, () => (picked.value = new Set()))

async function load() {
  try {
    list.value = await api.grooves.list()
    loaded.value = true
    failed.value = ''
    binned.value = await api.binned()
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
}
onMounted(() => {
  // The page takes over what the server drew first, and only then what was typed meanwhile.
  wanted.value = early
  if (!first.value) void load()
})
// Another tab has saved a groove: its card here says what is so now.
useTabs().hear(news => news.kind === 'groove' && void load())

const titles = computed(() => new Map(grooves.value.map(({ summary }) => [summary.id, summary.title])))
/** What is looked through, once for each list and not for each key. */
const texts = computed(() =>
  grooves.value.map(({ summary: one }) => [one.title, one.styleName, ...one.tags, one.notes].join(' ').toLowerCase()),
)
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  const named = words.length
    ? grooves.value.filter((_, i) => words.every(word => texts.value[i]!.includes(word)))
    : grooves.value
  return shelved(named, wish.value, practised.value)
})
/** Grooves that were found, those too that are folded into a card. */
const many = computed(() => [...found.value.folded.values()].reduce((sum, one) => sum + one, found.value.cards.length))

async function bin({ id, title }: Summaries['groove']) {
  await api.grooves.bin(id)
  await load()
  toast.add({ title: `“${title}” is in the bin.`, actions: [{ label: 'Undo', onClick: () => restore(id) }] })
}
async function restore(id: string) {
  await api.grooves.restore(id)
  await load()
}

const heard = shallowRef<Groove>()
const turn = ref(0)
function hear(groove: Groove) {
  heard.value = groove
  turn.value++
}

const search = useTemplateRef('search')
const grid = useTemplateRef('grid')
useStationKeys('shelf', {
  find: () => search.value?.inputRef?.focus(),
  grooves: () => grid.value?.enter(),
  begin: () => navigateTo('/begin'),
  open: () => navigateTo('/open'),
  several: () => loaded.value && (picking.value = !picking.value),
})
useHead({ title: 'Shelf · Bazzet' })
/** Asks for nothing any more; the order stays. */
function showAll() {
  wanted.value = ''
  wish.value = { ...ANY, order: wish.value.order, folded: wish.value.folded }
}
</script>

<template>
  <StationHeader name="Shelf">
    <UInput
      ref="search"
      v-model="wanted"
      icon="i-lucide-search"
      placeholder="Title, style or tag"
      class="w-64 max-w-full"
      aria-label="Find a groove"
      @keydown.down.prevent="grid?.enter()"
      @keydown.enter="found.cards[0] && navigateTo(`/bench/${found.cards[0].summary.id}`)" />
    <p class="text-sm text-muted" role="status">{{ loaded ? `${many} of ${grooves.length}` : 'Looking …' }}</p>
    <template #actions>
      <UButton
        v-if="loaded && grooves.length"
        color="neutral"
        variant="ghost"
        :aria-pressed="picking"
        @click="picking = !picking"
        >Choose several</UButton
      >
      <UButton v-if="inBinNow" color="neutral" variant="ghost" @click="inBin = !inBin">Bin ({{ inBinNow }})</UButton>
      <UButton color="neutral" variant="outline" icon="i-lucide-folder-open" @click="navigateTo('/open')"
        >Open a file</UButton
      >
      <UButton color="neutral" icon="i-lucide-plus" @click="navigateTo('/begin')">Begin a groove</UButton>
    </template></StationHeader
  >
  <!-- The cards come first: what narrows them follows once all of them are known, into a room that is kept for it. -->
  <div class="min-h-11 shrink-0"><LazyShelfFilters v-if="loaded" v-model="wish" :lines="grooves" /></div>
  <LazyShelfPicked
    v-if="picking"
    :ids="[...picked]"
    :found="found.cards.map(line => line.summary.id)"
    @all="ids => (picked = new Set(ids))"
    @changed="load"
    @done="picking = false" />
  <ShelfGrid
    v-if="first || loaded"
    ref="grid"
    :found="found.cards"
    :folded="found.folded"
    :titles="titles"
    :wanted="`${wanted} ${wish.style} ${wish.tag} ${wish.order} ${wish.meter} ${wish.tempo} ${wish.family} ${wish.folded}`"
    :picked="picking ? picked : undefined"
    :known="first?.whole ?? []"
    @pick="pick"
    @drawn="loaded || load()"
    @hear="hear"
    @family="id => (wish = { ...wish, family: id })"
    @bin="bin">
    <LazyShelfBin v-if="inBin && inBinNow" :binned="binned!" @changed="load" />
    <p v-if="failed" role="alert" class="text-error">
      {{ failed }} <UButton color="neutral" variant="outline" @click="load">Try again</UButton>
    </p>
    <div v-else-if="loaded && !grooves.length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing on the Shelf yet</h2>
      <p class="my-3">Begin a groove from a style, with a first part for each limb, and change it until it is yours.</p>
      <UButton color="neutral" @click="navigateTo('/begin')">Begin a groove</UButton>
    </div>
    <p v-else-if="loaded && !found.cards.length">
      {{ narrowed ? 'No groove matches all of these.' : `No groove matches “${wanted}”.` }}
      <UButton color="neutral" variant="outline" @click="showAll">Show all</UButton>
    </p>
  </ShelfGrid>
  <LazyShelfSound v-if="heard" :groove="heard" :turn="turn" />
</template>
