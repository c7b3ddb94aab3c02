<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Edit, type Groove, type MoveMade, type Span, sayCount } from '#core/groove'
import type { Kit } from '#core/kit'
import {
  type Params,
  type Step,
  abstracted,
  changedStrokes,
  firstBroken,
  firstParams,
  displaceAll,
  makeMove,
  moveOf,
  pointedAt,
  runMove,
  takesPlace,
} from '#core/vary'
import { useRecipes } from '~/stores/recipes'
import { useVary } from '~/stores/vary'

/** One move: its parameters, what it would do here, seen and heard before it is taken. */
const props = defineProps<{ groove: Groove; kit: Kit; /** The only place to change. */ span?: Span }>()
const emit = defineEmits<{
  try: [groove: Groove | undefined]
  hear: [groove: Groove]
  edit: [edit: Edit]
  keep: [groove: Groove, made: MoveMade[]]
  step: [step: Step, /** Into which recipe; a new one where none is told. */ recipeId: string | undefined]
}>()
/** Whether every place the move could be made at is looked at beside each other. */
const inTurn = ref(false)
const vary = useVary()
const recipes = useRecipes()

const move = computed(() => moveOf(vary.moveId) ?? displaceAll)
const params = computed<Params | undefined>(
  () =>
    vary.told[move.value.id] ??
    firstParams(move.value, props.groove, props.kit, vary.promises, params =>
      makeMove(move.value, props.groove, params, props.kit, props.span),
    ),
)
const done = computed(() =>
  params.value ? runMove(move.value, props.groove, params.value, props.kit, props.span) : undefined,
)
const lost = computed(() =>
  done.value?.ok ? firstBroken(vary.promises, props.groove, done.value.value.groove, props.kit) : undefined,
)
const after = computed(() => (done.value?.ok ? done.value.value.groove : undefined))
const changed = computed(() => (after.value ? changedStrokes(props.groove, after.value, props.kit) : undefined))
const shows = computed(() => {
  const gone = changed.value?.gone
  return `${after.value ? 'After it, what changed in the light' : 'Home, as it is'}${gone ? `; ${sayCount(gone, 'stroke')} gone` : ''}.${takesPlace(move.value) ? ' Press in the lanes to say where.' : ''}`
})
const why = computed(() =>
  !params.value
    ? 'This groove has nothing for it.'
    : done.value && !done.value.ok
      ? done.value.reason
      : (lost.value?.reason ?? ''),
)
watch(after, now => emit('try', now), { immediate: true })

const tell = (now: Params) => (vary.told = { ...vary.told, [move.value.id]: now })
const point = (slot: number) => params.value && tell(pointedAt(move.value, props.groove, params.value, slot))
function take(how: 'edit' | 'keep') {
  if (!done.value?.ok || lost.value) return
  const { edit, made, groove } = done.value.value
  if (how === 'edit') emit('edit', edit)
  else emit('keep', groove, [made])
}
/** Which recipe it goes into is asked: none is changed unseen. */
function send(recipeId?: string) {
  if (params.value)
    emit('step', { move: move.value.id, params: abstracted(move.value, props.groove, params.value) }, recipeId)
}
const receivers = computed(() =>
  [
    [{ label: 'A new recipe', icon: 'i-lucide-plus', onSelect: () => send() }],
    recipes.list.map(({ summary }) => ({ label: summary.name, onSelect: () => send(summary.id) })),
  ].filter(group => group.length),
)
defineExpose({ take })
</script>

<template>
  <section :aria-label="move.name" class="space-y-3 contain-layout">
    <div>
      <h2 class="text-xl">{{ move.name }}</h2>
      <p class="text-toned">{{ move.about }}</p>
    </div>
    <MoveForm v-if="params" :move="move" :params="params" :groove="groove" :kit="kit" @params="tell" />
    <p role="status" data-move-says :class="why ? 'text-error' : ''">
      {{ why || (done?.ok ? done.value.sentence : '') }}
    </p>
    <div v-if="after || takesPlace(move)">
      <p class="mb-1 text-sm text-muted">{{ shows }}</p>
      <LanesStill
        :groove="after ?? groove"
        :lit="changed?.places ?? []"
        :marks="changed?.keys ?? []"
        large
        :pressed="takesPlace(move) ? point : undefined" />
    </div>
    <div class="flex flex-wrap gap-2">
      <UButton
        v-if="params && takesPlace(move)"
        color="neutral"
        variant="outline"
        :aria-pressed="inTurn"
        @click="inTurn = !inTurn"
        >Each place in turn</UButton
      >
      <UButton color="neutral" :disabled="!!why" @click="take('keep')">Keep as variation</UButton>
      <UButton color="neutral" variant="outline" :disabled="!!why" @click="take('edit')">Change this groove</UButton>
      <UDropdownMenu v-if="params" :items="receivers" @update:open="open => open && recipes.load()"
        ><UButton color="neutral" variant="ghost" icon="i-lucide-plus" trailing-icon="i-lucide-chevron-down"
          >Into a recipe</UButton
        ></UDropdownMenu
      >
    </div>
    <PlacesGrid
      v-if="inTurn && params && takesPlace(move)"
      :move="move"
      :params="params"
      :groove="groove"
      :kit="kit"
      v-bind="span ? { span } : {}"
      @try="now => emit('try', now)"
      @hear="now => emit('hear', now)"
      @keep="(now, made) => emit('keep', now, made)"
      @choose="tell" />
  </section>
</template>
