<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { type Groove, type MoveMade, passSeconds } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, type MoveGroup, type PromiseId, DENSITIES, companionOf, likingOf, runSteps } from '#core/vary'
import { useIdeas } from '~/composables/useIdeas'
import { usePaced } from '~/composables/usePaced'
import { useDrummer } from '~/stores/drummer'
import { useVary } from '~/stores/vary'

/** A search over thousands of chains of moves; the best and most different as cards, heard as they are pointed at. */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{
  try: [groove: Groove | undefined]
  hear: [on: boolean]
  keep: [groove: Groove, made: MoveMade[], name: string]
}>()
const vary = useVary()
const drummer = useDrummer()
const toast = useToast()
const search = useIdeas()

const group = ref<MoveGroup | 'all moves'>('all moves')
const filter = ref('all')
const hearing = ref(true)
const companion = computed(() => companionOf(props.groove, passSeconds(props.groove)))
const begun = computed(() => search.made.value > 0)
onMounted(() => search.warm(props.groove, props.kit))

const keys = new WeakMap<Idea, string>()
function keyOf(idea: Idea): string {
  const key = keys.get(idea) ?? JSON.stringify(idea.steps)
  keys.set(idea, key)
  return key
}
/** A new card every third frame: drawing one takes most of a frame. */
const cards = usePaced(() => search.ideas.value, keyOf, 3)
const shown = computed(() =>
  cards.value
    .filter(idea => !unwanted(idea))
    .filter(idea => (filter.value === 'busier' ? idea.more > 0 : filter.value === 'simpler' ? idea.more < 0 : true)),
)

function begin(partner: boolean) {
  const { density, promise } = companion.value
  const promises: PromiseId[] = partner
    ? [...vary.promises.filter(one => !DENSITIES.includes(one)), promise]
    : [...vary.promises]
  void search.begin(props.groove, props.kit, {
    seed: vary.seed,
    promises,
    groups: group.value === 'all moves' ? [] : [group.value],
    off: vary.tasteOff,
    ...(vary.beside === 'as usual' ? {} : { beside: vary.beside }),
    likes: drummer.player.taste.likes,
    never: drummer.player.taste.never,
    ...(partner ? { density } : {}),
  })
}
// What was found belongs to the home and the promises it was found for.
watch(() => [props.groove, vary.promises], search.clear)

function point(idea: Idea) {
  emit('try', idea.groove)
  if (hearing.value) emit('hear', true)
}
/** Asked for, it sounds with or without hearing what is pointed at. */
function hear(idea: Idea) {
  emit('try', idea.groove)
  emit('hear', true)
}
function leave() {
  emit('hear', false)
  emit('try', undefined)
}
/** The idea that was chosen, large above the others. */
const chosen = shallowRef<Idea>()
watch(
  () => search.ideas.value,
  now => {
    if (chosen.value && !now.includes(chosen.value)) chosen.value = undefined
  },
)
/** What was said of an idea stays with the player, and what is never wanted goes from the list at once. */
async function mind(what: 'likes' | 'never', idea: Idea) {
  const liking = [...likingOf(idea.steps)]
  // Said again it counts once.
  const others = drummer.player.taste[what].filter(one => one.join() !== liking.join())
  const done = await drummer.setTaste({ [what]: [...others, liking].slice(-200) })
  if (!done.ok) return void toast.add({ title: done.reason, color: 'error' })
  toast.add({
    title:
      what === 'likes'
        ? 'More like this from the next search on.'
        : 'Never again. Taste has it, should you change your mind.',
  })
}
const unwanted = (idea: Idea) => {
  const words = likingOf(idea.steps)
  return drummer.player.taste.never.some(liking => liking.every(word => words.includes(word)))
}
const kept = ref<Set<string>>(new Set())
function keep(idea: Idea) {
  kept.value = new Set([...kept.value, keyOf(idea)])
  emit(
    'keep',
    idea.groove,
    runSteps(props.groove, idea.steps, props.kit).flatMap(step => (step.ok ? [step.made] : [])),
    '',
  )
}
onBeforeUnmount(() => emit('try', undefined))
</script>

<template>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 py-4">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <SearchBar
        v-model:group="group"
        v-model:filter="filter"
        v-model:hearing="hearing"
        :running="search.running.value"
        :companion="companion"
        @begin="begin"
        @stop="search.stop" />
      <SearchProgress class="ml-auto" :search="search" />
    </div>
    <p v-if="!begun" class="max-w-2xl text-toned">
      Chains of one to four moves are tried by the thousand. What breaks a promise above or a rule of taste is dropped,
      and so is what sounds like something already found; the rest is ranked so that the first dozen differ.
      {{ companion.says }}
    </p>
    <p v-else-if="!shown.length && !search.running.value">
      {{
        cards.length
          ? `None of these is ${filter}.`
          : 'Nothing was found that keeps every promise. Give one back and search again.'
      }}
    </p>
    <section v-if="chosen" class="mb-5 border-b border-default pb-4" aria-label="The chosen idea" data-chosen-idea>
      <h2 class="text-lg">{{ chosen.says.join(' ') }}</h2>
      <VariationCard
        :key="keyOf(chosen)"
        :groove="chosen.groove"
        :home="groove"
        :kit="kit"
        large
        class="overflow-x-auto" />
    </section>
    <CardGrid @leave="leave">
      <IdeaCard
        v-for="(idea, i) in shown"
        :key="keyOf(idea)"
        :idea="idea"
        :number="i + 1"
        :home="groove"
        :kit="kit"
        :kept="kept.has(keyOf(idea))"
        @point="point(idea)"
        @leave="leave"
        @hear="hear(idea)"
        @keep="keep(idea)"
        @choose="chosen = idea"
        @more="mind('likes', idea)"
        @never="mind('never', idea)" />
    </CardGrid>
  </div>
</template>
