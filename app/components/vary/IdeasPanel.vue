<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { type Groove, type MoveMade, passSeconds } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, type MoveGroup, type PromiseId, MOVE_GROUPS, companionOf, runSteps, sayDifficulty } from '#core/vary'
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
const shown = computed(() => search.ideas.value.filter(idea => (filter.value === 'busier' ? idea.more > 0 : filter.value === 'simpler' ? idea.more < 0 : true)))

function begin(partner: boolean) {
  const { density, promise } = companion.value
  const promises: PromiseId[] = partner ? [...vary.promises.filter(one => !['same', 'busier', 'simpler'].includes(one)), promise] : [...vary.promises]
  void search.begin(props.groove, props.kit, { seed: vary.seed, promises, groups: group.value === 'all moves' ? [] : [group.value], ...(partner ? { density } : {}) })
}
// What was found belongs to the home and the promises it was found for.
watch(() => [props.groove, vary.promises], search.clear)
defineExpose({ search })

const pointed = ref(-1)
function point(i: number) {
  pointed.value = i
  emit('try', shown.value[i]?.groove)
  if (hearing.value) emit('hear', true)
}
function leave() {
  pointed.value = -1
  emit('hear', false)
  emit('try', undefined)
}
function keep(idea: Idea) {
  const made = runSteps(props.groove, idea.steps, props.kit).flatMap(step => (step.ok ? [step.made] : []))
  emit('keep', idea.groove, made, '')
}
const kept = ref<Set<string>>(new Set())
const keyOf = (idea: Idea) => JSON.stringify(idea.steps)
function keepOnce(idea: Idea) {
  if (kept.value.has(keyOf(idea))) return
  kept.value = new Set([...kept.value, keyOf(idea)])
  keep(idea)
}
/** Arrows walk the cards, K keeps the one they are on. */
function walk(event: KeyboardEvent, i: number) {
  const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 3, ArrowUp: -3 }[event.key]
  if (by) {
    event.preventDefault()
    document.querySelectorAll<HTMLElement>('[data-idea]')[i + by]?.focus()
  } else if (event.key.toLowerCase() === 'k') keepOnce(shown.value[i]!)
}
const says = (idea: Idea) => idea.says.join(' ')
const facts = (idea: Idea) => `${Math.round(idea.distance * 100)} % from home · ${idea.more === 0 ? 'as many strokes' : `${Math.abs(idea.more)} ${idea.more > 0 ? 'more' : 'fewer'}`} · ${sayDifficulty(idea.difficulty)}`
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
    <p v-else-if="!shown.length && !search.running.value">{{ search.ideas.value.length ? `None of these is ${filter}.` : 'Nothing was found that keeps every promise. Give one back and search again.' }}</p>
    <ul class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-6 gap-y-5" @mouseleave="leave">
      <li v-for="(idea, i) in shown" :key="keyOf(idea)">
        <div tabindex="0" role="group" data-idea class="cursor-default p-1 hover:bg-elevated" :class="pointed === i ? 'outline-2 outline-(--ui-text-highlighted)' : ''" :aria-label="`Idea ${i + 1}: ${says(idea)}`" @mouseenter="point(i)" @focus="point(i)" @blur="leave" @keydown="event => walk(event, i)">
          <VariationCard :groove="idea.groove" :home="groove" :kit="kit" />
          <ol class="mt-1 text-[0.94rem]"><li v-for="(line, s) in idea.says" :key="s">{{ line }}</li></ol>
          <p class="text-sm text-muted" data-idea-facts>{{ facts(idea) }}</p>
        </div>
        <UButton class="mt-1" size="xs" color="neutral" :variant="kept.has(keyOf(idea)) ? 'ghost' : 'outline'" :disabled="kept.has(keyOf(idea))" @click="keepOnce(idea)">{{ kept.has(keyOf(idea)) ? 'Kept' : 'Keep as variation' }}</UButton>
      </li>
    </ul>
  </div>
</template>
