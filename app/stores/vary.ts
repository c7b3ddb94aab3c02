import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { type MoveGroup, type Params, type PromiseId, type Recipe, DENSITIES, MOVES } from '#core/vary'
import { type Stored, api } from '../composables/useApi'

/** What the Vary station remembers: promises, the move looked at, what each move was last told, and the recipes. */
export const useVary = defineStore('vary', () => {
  const promises = useLocalStorage<PromiseId[]>('bazzet:promises', ['playable'])
  const moveId = useLocalStorage('bazzet:move', MOVES[0]!.id)
  /** The group whose moves are looked at side by side; empty while one move is open. */
  const group = useLocalStorage<MoveGroup | ''>('bazzet:move-group', 'displace')
  /** What moves were told in this session, by move. */
  const told = ref<Record<string, Params>>({})
  const seed = useLocalStorage('bazzet:seed', 1)
  const recipes = shallowRef<Stored<Recipe>[]>([])

  function openMove(id: string) {
    moveId.value = id
    group.value = ''
  }

  /** A promise given or taken back; of the three about how many strokes there are only one can be. */
  function toggle(promise: PromiseId) {
    const given = promises.value.includes(promise)
    const others = promises.value.filter(one => one !== promise && !(DENSITIES.includes(promise) && DENSITIES.includes(one)))
    promises.value = given ? others : [...others, promise]
  }

  const loadRecipes = async () => (recipes.value = await api.recipes.list())

  /** Saves a recipe over what it was made from, or as a new one. */
  async function saveRecipe(recipe: Recipe) {
    const before = recipes.value.find(one => one.document.id === recipe.id)
    if (before) await api.recipes.save(recipe, before.revision)
    else await api.recipes.create(recipe)
    await loadRecipes()
  }
  async function binRecipe(id: string) {
    await api.recipes.bin(id)
    await loadRecipes()
  }
  async function restoreRecipe(id: string) {
    await api.recipes.restore(id)
    await loadRecipes()
  }

  return { promises, moveId, group, told, seed, recipes, openMove, toggle, loadRecipes, saveRecipe, binRecipe, restoreRecipe }
})
