import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { present } from '#core/present'
import { ok } from '#core/result'
import { RECIPE_LIMITS, type Recipe, readRecipe } from '#core/vary'
import type { Listed } from '#core/documents/wire'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'

const MINE = ' (mine)'

/** The recipes there are, and the one that is worked on; it is saved when the player asks for it. */
export const useRecipes = defineStore('recipes', () => {
  const open = useOpenDocument<'recipe', Recipe>(
    {
      kind: 'recipe',
      // A recipe that is worked on may be unfinished: without steps, without a name. It is read whole as it is saved.
      rules: async () => ({ apply: (recipe, next) => ok({ document: next, inverse: recipe }), read: readRecipe }),
      copied: (recipe, id) => ({ ...recipe, id, name: recipe.name.slice(0, RECIPE_LIMITS.name - MINE.length) + MINE }),
      asked: true,
    },
    api.recipes,
  )
  const list = shallowRef<Listed<Summaries['recipe']>[]>([])

  /** What is here under its own name; what it was made from stays as it was saved. */
  async function saveAsNew(id: string) {
    const copy = { ...present(open.document.value, 'document'), id }
    open.discard()
    await open.openNew(copy)
    return open.save()
  }

  const load = async () => (list.value = await api.recipes.list())
  /** The open recipe goes to the bin; answers the way back. */
  const bin = () => open.toBin(load)
  return { ...open, list, saveAsNew, load, bin }
})
