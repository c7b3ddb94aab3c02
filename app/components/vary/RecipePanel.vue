<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Edit, Groove, MoveMade } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Params, type Recipe, type Step, MOVES, abstracted, editBetween, firstBroken, firstParams, makeRecipe, moveOf, resolved, runSteps } from '#core/vary'
import { newId } from '~/composables/useApi'
import { useVary } from '~/stores/vary'

/** Chains of moves under a name: run on this groove step by step, each step heard, put in another order, saved. */
const props = defineProps<{ groove: Groove, kit: Kit, /** Steps sent here from a move, to be put into the open recipe. */ fresh: Step[] }>()
const emit = defineEmits<{ try: [groove: Groove | undefined], hear: [groove: Groove], edit: [edit: Edit], keep: [groove: Groove, made: MoveMade[], name: string], taken: [] }>()
const vary = useVary()
const toast = useToast()

interface Line extends Step { key: string }
const lined = (steps: readonly Step[]): Line[] => steps.map(step => ({ move: step.move, params: { ...step.params }, key: newId() }))

const openId = ref('')
const name = ref('')
const about = ref('')
const lines = ref<Line[]>([])
const open = ref(-1)
const adding = ref(MOVES[0]!.id)

function show(recipe: Recipe | undefined) {
  openId.value = recipe?.id ?? ''
  name.value = recipe?.name ?? 'New recipe'
  about.value = recipe?.about ?? ''
  lines.value = lined(recipe?.steps ?? [])
  open.value = -1
}
await vary.loadRecipes()
show(vary.recipes[0]?.document)
watch(() => props.fresh, (steps) => {
  if (!steps.length) return
  lines.value.push(...lined(steps))
  emit('taken')
}, { immediate: true })

const steps = computed<Step[]>(() => lines.value.map(({ move, params }) => ({ move, params })))
const run = computed(() => runSteps(props.groove, steps.value, props.kit))
const result = computed(() => run.value.at(-1)?.groove)
const made = computed(() => run.value.flatMap(step => (step.ok ? [step.made] : [])))
const lost = computed(() => (result.value ? firstBroken(vary.promises, props.groove, result.value, props.kit) : undefined))
const before = (i: number): Groove => run.value[i - 1]?.groove ?? props.groove
watch(result, now => emit('try', made.value.length ? now : undefined), { immediate: true })

const dirty = computed(() => {
  const saved = vary.recipes.find(one => one.document.id === openId.value)?.document
  return !saved || saved.name !== name.value || saved.about !== about.value || JSON.stringify(saved.steps) !== JSON.stringify(steps.value)
})
function tell(i: number, params: Params) {
  lines.value[i]!.params = { ...abstracted(moveOf(lines.value[i]!.move)!, before(i), params) } as Step['params']
}
function add() {
  const move = moveOf(adding.value)!
  const last = result.value ?? props.groove
  const params = firstParams(move, last, props.kit)
  if (!params) return toast.add({ title: `This groove has nothing for “${move.name}”.`, color: 'error' })
  lines.value.push(...lined([{ move: move.id, params: abstracted(move, last, params) }]))
  open.value = lines.value.length - 1
}
function shift(i: number, by: number) {
  const [line] = lines.value.splice(i, 1)
  lines.value.splice(Math.max(0, Math.min(lines.value.length, i + by)), 0, line!)
  open.value = -1
}
async function save(asNew: boolean) {
  const recipe = makeRecipe(asNew || !openId.value ? newId() : openId.value, name.value.trim() || 'New recipe', steps.value, about.value)
  try {
    await vary.saveRecipe(recipe)
    openId.value = recipe.id
    name.value = recipe.name
    toast.add({ title: `“${recipe.name}” is kept.` })
  } catch (error) {
    toast.add({ title: 'The recipe was not kept', description: (error as Error).message, color: 'error' })
  }
}
async function bin() {
  const [id, title] = [openId.value, name.value]
  await vary.binRecipe(id)
  show(vary.recipes[0]?.document)
  toast.add({ title: `“${title}” is in the bin.`, actions: [{ label: 'Take it out again', onClick: () => vary.restoreRecipe(id) }] })
}
const moves = MOVES.map(move => ({ value: move.id, label: `${move.name} (${move.group})` }))
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[14rem_minmax(0,1fr)]">
    <nav aria-label="Recipes" class="isolate min-h-0 overflow-y-auto border-r border-default px-4 py-3">
      <ul class="mb-3">
        <li v-for="{ document: recipe } in vary.recipes" :key="recipe.id">
          <button type="button" class="w-full cursor-pointer px-1.5 py-1 text-left hover:bg-elevated" :class="openId === recipe.id ? 'bg-elevated font-semibold text-highlighted' : 'text-toned'" :aria-current="openId === recipe.id ? 'true' : undefined" @click="show(recipe)">{{ recipe.name }}</button>
        </li>
      </ul>
      <UButton size="sm" color="neutral" variant="outline" icon="i-lucide-plus" @click="show(undefined)">A new recipe</UButton>
    </nav>
    <div class="min-h-0 space-y-3 overflow-y-auto px-5 py-4">
      <div class="flex flex-wrap items-end gap-2">
        <label class="text-sm text-muted">Name<UInput v-model="name" maxlength="80" class="block w-64" aria-label="Name of the recipe" /></label>
        <label class="flex-1 text-sm text-muted">What it is for<UInput v-model="about" maxlength="400" class="block w-full" aria-label="What the recipe is for" /></label>
        <UButton color="neutral" variant="outline" :disabled="!dirty || !lines.length" @click="save(false)">Save</UButton>
        <UButton color="neutral" variant="ghost" :disabled="!lines.length" @click="save(true)">Save as a new one</UButton>
        <UButton v-if="openId" color="neutral" variant="ghost" icon="i-lucide-trash-2" aria-label="Put the recipe in the bin" @click="bin" />
      </div>
      <p v-if="!lines.length" class="text-muted">No steps yet: add a move below, or send one here from Moves.</p>
      <VueDraggable v-model="lines" tag="ol" handle=".grip" :animation="120" class="space-y-1" @end="open = -1">
        <li v-for="(line, i) in lines" :key="line.key" class="border-t border-muted py-1.5" data-step>
          <div class="flex items-center gap-2">
            <span class="grip cursor-grab select-none px-1 text-muted" aria-hidden="true">⠿</span>
            <span class="display w-5 text-right">{{ i + 1 }}</span>
            <button type="button" class="cursor-pointer font-semibold text-highlighted hover:underline" :aria-expanded="open === i" @click="open = open === i ? -1 : i">{{ moveOf(line.move)?.name }}</button>
            <span class="flex-1 text-[0.94rem]" :class="run[i]?.ok ? 'text-toned' : 'text-error'" data-step-says>{{ run[i]?.ok ? run[i].sentence : run[i] ? `Passed over. ${run[i].reason}` : '' }}</span>
            <UButton size="xs" color="neutral" variant="outline" icon="i-lucide-volume-2" :aria-label="`Hear it up to step ${i + 1}`" @click="emit('hear', run[i]!.groove)" />
            <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-arrow-up" :aria-label="`Step ${i + 1} earlier`" :disabled="i === 0" @click="shift(i, -1)" />
            <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-arrow-down" :aria-label="`Step ${i + 1} later`" :disabled="i === lines.length - 1" @click="shift(i, 1)" />
            <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-x" :aria-label="`Take step ${i + 1} out`" @click="lines.splice(i, 1)" />
          </div>
          <div v-if="open === i" class="mt-2 grid grid-cols-[1fr_22rem] items-start gap-4 pl-10">
            <MoveForm :move="moveOf(line.move)!" :params="resolved(moveOf(line.move)!, before(i), line.params)" :groove="before(i)" :kit="kit" @params="params => tell(i, params)" />
            <VariationCard :groove="run[i]!.groove" :home="before(i)" :kit="kit" />
          </div>
        </li>
      </VueDraggable>
      <div class="flex items-center gap-2">
        <USelect v-model="adding" :items="moves" class="w-72" aria-label="Move to add" />
        <UButton color="neutral" variant="outline" icon="i-lucide-plus" @click="add">Add a step</UButton>
      </div>
      <section v-if="result && made.length" aria-label="What the recipe comes to" class="space-y-2 border-t border-default pt-3">
        <h3 class="text-lg">What it comes to</h3>
        <p v-if="lost" class="text-error" role="status">{{ lost.reason }}</p>
        <VariationCard :groove="result" :home="groove" :kit="kit" class="max-w-sm" />
        <div class="flex gap-2">
          <UButton color="neutral" :disabled="!!lost" @click="emit('keep', result, made, name)">Keep as variation</UButton>
          <UButton color="neutral" variant="outline" :disabled="!!lost" @click="emit('edit', editBetween(groove, result, name))">Change this groove</UButton>
        </div>
      </section>
    </div>
  </div>
</template>
