<script setup lang="ts">
import { useRafFn } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { type Groove, type MoveMade, passSeconds } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, type MoveGroup, type PromiseId, DENSITIES, MOVE_GROUPS, companionOf, runSteps } from '#core/vary'
import { IDEAS_TRIED, useIdeas } from '~/composables/useIdeas'
import { useVary } from '~/stores/vary'

/** A search over thousands of chains of moves; the best and most different as cards, heard as they are pointed at. */
const props = defineProps<{ groove: Groove, kit: Kit }>()
const emit = defineEmits<{ try: [groove: Groove | undefined], hear: [on: boolean], keep: [groove: Groove, made: MoveMade[], name: string] }>()
const vary = useVary()
const search = useIdeas()

const group = ref<MoveGroup | 'all moves'>('all moves')
const filter = ref<'all' | 'busier' | 'simpler'>('all')
const hearing = ref(true)
const companion = computed(() => companionOf(props.groove, passSeconds(props.groove)))
/** A new card every so many frames: drawing one takes most of a frame. */
const PACE = 3
let frame = 0
/** The cards that are drawn: what was found comes card by card, so that the page never stutters under it. */
const cards = shallowRef<Idea[]>([])
const { pause, resume } = useRafFn(() => {
  if (frame++ % PACE) return
  const found = search.ideas.value
  const drawn = new Map(cards.value.map(idea => [keyOf(idea), idea]))
  const fresh = found.findIndex(idea => !drawn.has(keyOf(idea)))
  // Up to the first new one, as they were drawn; one new card; and below it what is still to be looked at again.
  const upTo = fresh < 0 ? found.length : fresh + 1
  const above = found.slice(0, upTo).map(idea => drawn.get(keyOf(idea)) ?? idea)
  const settled = new Set(above.map(keyOf))
  cards.value = fresh < 0 ? above : [...above, ...cards.value.filter(idea => !settled.has(keyOf(idea)))].slice(0, Math.max(upTo, found.length))
  if (fresh < 0) pause()
}, { immediate: false })
watch(search.ideas, resume)
onMounted(() => search.warm(props.groove, props.kit))
const keys = new WeakMap<Idea, string>()
function keyOf(idea: Idea): string {
  const key = keys.get(idea) ?? JSON.stringify(idea.steps)
  keys.set(idea, key)
  return key
}
const shown = computed(() => cards.value.filter(idea => (filter.value === 'busier' ? idea.more > 0 : filter.value === 'simpler' ? idea.more < 0 : true)))

function begin(partner: boolean) {
  const { density, promise } = companion.value
  const promises: PromiseId[] = partner ? [...vary.promises.filter(one => !DENSITIES.includes(one)), promise] : [...vary.promises]
  void search.begin(props.groove, props.kit, { seed: vary.seed, promises, groups: group.value === 'all moves' ? [] : [group.value], ...(partner ? { density } : {}) })
}
// What was found belongs to the home and the promises it was found for.
watch(() => [props.groove, vary.promises], search.clear)
defineExpose({ search })

function point(idea: Idea) {
  emit('try', idea.groove)
  if (hearing.value) emit('hear', true)
}
function leave() {
  emit('hear', false)
  emit('try', undefined)
}
const kept = ref<Set<string>>(new Set())
function keep(idea: Idea) {
  if (kept.value.has(keyOf(idea))) return
  kept.value = new Set([...kept.value, keyOf(idea)])
  emit('keep', idea.groove, runSteps(props.groove, idea.steps, props.kit).flatMap(step => (step.ok ? [step.made] : [])), '')
}
const list = useTemplateRef('list')
/** From card to card; up and down by as many as stand in a row. */
function walk(from: number, way: 'next' | 'before' | 'down' | 'up') {
  const all = [...list.value?.querySelectorAll<HTMLElement>('[data-idea]') ?? []]
  const top = (card: HTMLElement) => card.parentElement!.offsetTop
  const row = all.filter(card => top(card) === top(all[0]!)).length
  all[from + { next: 1, before: -1, down: row, up: -row }[way]]?.focus()
}
onBeforeUnmount(() => emit('try', undefined))
</script>

<template>
  <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <UButton v-if="!search.running.value" color="neutral" icon="i-lucide-search" @click="begin(false)">Search for ideas</UButton>
      <UButton v-else color="neutral" variant="outline" icon="i-lucide-square" @click="search.stop">Stop</UButton>
      <UButton color="neutral" variant="outline" :title="companion.says" @click="begin(true)">A {{ companion.promise === 'busier' ? 'busy' : 'simple' }} companion</UButton>
      <label class="flex items-center gap-2 text-sm text-muted">with <USelect v-model="group" :items="['all moves', ...MOVE_GROUPS]" size="sm" class="w-36" aria-label="Moves to try" /></label>
      <label class="flex items-center gap-2 text-sm text-muted">seed <UInputNumber v-model="vary.seed" :min="1" :max="9999" size="sm" class="w-24" aria-label="Seed" /></label>
      <URadioGroup v-model="filter" orientation="horizontal" color="neutral" size="sm" :items="[{ value: 'all', label: 'all' }, { value: 'busier', label: 'busier' }, { value: 'simpler', label: 'simpler' }]" aria-label="Show" />
      <USwitch v-model="hearing" size="sm" label="Hear as I point" />
      <p class="ml-auto text-sm text-muted" role="status" data-progress :data-made="search.made.value" :data-rate="search.rate.value">
        <template v-if="search.made.value">{{ search.made.value.toLocaleString('en') }} of {{ IDEAS_TRIED.toLocaleString('en') }} tried, {{ search.dropped.value.toLocaleString('en') }} dropped<template v-if="!search.running.value">; stopped</template></template>
      </p>
    </div>
    <p v-if="!search.made.value" class="max-w-2xl text-toned">Chains of one to four moves are tried by the thousand. What breaks a promise above is dropped, and so is what sounds like something already found; the rest is ranked so that the first dozen differ. {{ companion.says }}</p>
    <p v-else-if="!shown.length && !search.running.value">{{ cards.length ? `None of these is ${filter}.` : 'Nothing was found that keeps every promise. Give one back and search again.' }}</p>
    <ul ref="list" class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-6 gap-y-5" @mouseleave="leave">
      <IdeaCard v-for="(idea, i) in shown" :key="keyOf(idea)" :idea="idea" :number="i + 1" :home="groove" :kit="kit" :kept="kept.has(keyOf(idea))" @point="point(idea)" @leave="leave" @keep="keep(idea)" @walk="way => walk(i, way)" />
    </ul>
  </div>
</template>
