<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Edit, Groove, MoveMade } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import { type Step, editBetween, firstBroken, makeRecipe, runSteps } from '#core/vary'
import { newId } from '~/documents/ids'
import { downloadJson } from '~/download'
import { useRecipes } from '~/stores/recipes'
import { useVary } from '~/stores/vary'

/** Chains of moves under a name: run on this groove step by step, each step heard, put in another order, saved. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  /** Steps sent here from a move, for one of the recipes or a new one. */ fresh:
    { steps: Step[]; recipeId: string | undefined } | undefined
}>()
const emit = defineEmits<{
  try: [groove: Groove | undefined]
  hear: [groove: Groove]
  edit: [edit: Edit]
  keep: [groove: Groove, made: MoveMade[], name: string]
  taken: []
}>()
const recipes = useRecipes()
const vary = useVary()
const toast = useToast()

const recipe = computed(() => recipes.document)
const set = (facts: { name?: string; about?: string; steps?: Step[] }) =>
  recipe.value && recipes.edit({ ...recipe.value, ...facts })
const begin = () => recipes.openNew(makeRecipe(newId(), 'New recipe', []))

/** The first recipe, where none is open yet. */
async function openFirst() {
  const first = recipes.list[0]?.summary.id
  await (first ? recipes.open(first) : begin())
}
await recipes.load()
if (!recipe.value) await openFirst()
watch(
  () => props.fresh,
  async sent => {
    if (!sent) return
    emit('taken')
    await (sent.recipeId ? recipe.value?.id !== sent.recipeId && recipes.open(sent.recipeId) : begin())
    if (recipe.value)
      set({
        steps: [...recipe.value.steps, ...sent.steps.map(({ move, params }) => ({ move, params: { ...params } }))],
      })
  },
  { immediate: true },
)

const run = computed(() => (recipe.value ? runSteps(props.groove, recipe.value.steps, props.kit) : []))
const result = computed(() => run.value.at(-1)?.groove)
const made = computed(() => run.value.flatMap(step => (step.ok ? [step.made] : [])))
const lost = computed(() =>
  result.value ? firstBroken(vary.promises, props.groove, result.value, props.kit) : undefined,
)
watch(result, now => emit('try', made.value.length ? now : undefined), { immediate: true })

const kept = computed(() => recipes.list.some(one => one.summary.id === recipe.value?.id))
const dirty = computed(() => recipes.saveState.kind === 'unsaved')

async function save(asNew: boolean) {
  if (!present(recipe.value, 'recipe').name.trim()) set({ name: 'New recipe' })
  try {
    const reason = await (asNew ? recipes.saveAsNew(newId()) : recipes.save())
    if (reason) throw new Error(reason)
    await recipes.load()
    toast.add({ title: `“${present(recipe.value, 'recipe').name}” is kept.` })
  } catch (error) {
    toast.add({ title: 'The recipe was not kept', description: (error as Error).message, color: 'error' })
  }
}
async function bin() {
  const { name } = present(recipe.value, 'recipe')
  const back = await recipes.bin()
  await openFirst()
  toast.add({ title: `“${name}” is in the bin.`, actions: [{ label: 'Undo', onClick: () => void back() }] })
}
</script>

<template>
  <div
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] max-sm:grid-rows-[minmax(0,12rem)_minmax(0,1fr)] sm:grid-cols-[11rem_minmax(0,1fr)] xl:grid-cols-[14rem_minmax(0,1fr)]">
    <nav aria-label="Recipes" class="isolate min-h-0 overflow-y-auto border-r border-default px-4 py-3">
      <ul class="mb-3">
        <li v-for="{ summary } in recipes.list" :key="summary.id">
          <button
            type="button"
            class="min-h-8 w-full cursor-pointer px-1.5 py-1 text-left hover:bg-elevated"
            :class="recipe?.id === summary.id ? 'bg-elevated font-semibold text-highlighted' : 'text-toned'"
            :aria-current="recipe?.id === summary.id ? 'true' : undefined"
            @click="recipes.open(summary.id)">
            {{ summary.name }}
          </button>
        </li>
      </ul>
      <UButton color="neutral" variant="outline" icon="i-lucide-plus" @click="begin">A new recipe</UButton>
    </nav>
    <div v-if="recipe" class="min-h-0 space-y-3 overflow-y-auto px-6 py-4">
      <StaleNotice
        v-if="recipes.theirs"
        what="recipe"
        :mine="recipe"
        :theirs="recipes.theirs"
        @choose="recipes.resolveStale" />
      <div class="flex flex-wrap items-end gap-2">
        <UFormField label="Name"
          ><UInput
            :model-value="recipe.name"
            maxlength="80"
            class="block w-64"
            aria-label="Name of the recipe"
            @update:model-value="name => set({ name: String(name) })"
        /></UFormField>
        <UFormField label="What it is for"
          ><UInput
            :model-value="recipe.about"
            maxlength="400"
            class="block w-full"
            aria-label="What the recipe is for"
            @update:model-value="about => set({ about: String(about) })"
        /></UFormField>
        <UButton color="neutral" variant="outline" :disabled="!dirty || !recipe.steps.length" @click="save(false)"
          >Save</UButton
        >
        <UButton color="neutral" variant="ghost" :disabled="!recipe.steps.length" @click="save(true)"
          >Save as a new one</UButton
        >
        <UButton v-if="kept" color="neutral" variant="ghost" @click="downloadJson(recipe.name, recipe)"
          >Save as a file</UButton
        >
        <UButton
          v-if="kept"
          color="neutral"
          variant="ghost"
          icon="i-lucide-trash-2"
          aria-label="Put the recipe in the bin"
          @click="bin" />
      </div>
      <RecipeSteps
        :key="recipe.id"
        :groove="groove"
        :kit="kit"
        :steps="recipe.steps"
        :run="run"
        @steps="steps => set({ steps })"
        @hear="groove => emit('hear', groove)" />
      <section
        v-if="result && made.length"
        aria-label="What the recipe comes to"
        class="space-y-2 border-t border-default pt-3">
        <h3 class="text-lg">What it comes to</h3>
        <p v-if="lost" class="text-error" role="status">{{ lost.reason }}</p>
        <VariationCard :groove="result" :home="groove" :kit="kit" large class="overflow-x-auto" />
        <div class="flex gap-2">
          <UButton color="neutral" :disabled="!!lost" @click="emit('keep', result, made, recipe.name)"
            >Keep as variation</UButton
          >
          <UButton
            color="neutral"
            variant="outline"
            :disabled="!!lost"
            @click="emit('edit', editBetween(groove, result, recipe.name))"
            >Change this groove</UButton
          >
        </div>
      </section>
    </div>
  </div>
</template>
