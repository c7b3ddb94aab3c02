<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Wanted } from '#core/documents/wire'
import { api } from '~/documents/api'

/** Chooses a groove by its title; the server looks for it, so that thousands need not be here. */
const props = defineProps<{
  /** Which grooves there are to choose from. */ among?: Wanted
  /** What the chosen one is called, where it may not be in the list. */ chosen?:
    { id: string; title: string } | undefined
  /** The order of those offered, first by least. */ rank?: (one: {
    id: string
    parent: { id: string } | null
  }) => number
  except?: string
  label: string
  /** The label inside it, in a bar. */ inside?: string
  placeholder?: string
}>()
const model = defineModel<string>({ required: true })

const MOST = 50
const words = ref('')
const asked = refDebounced(words, 120)
const found = shallowRef<{ id: string; title: string }[]>([])
const failed = ref('')
let turn = 0
async function look() {
  const mine = ++turn
  try {
    const list = await api.grooves.list({ ...props.among, words: asked.value.split(/\s+/).filter(Boolean), most: MOST })
    if (mine !== turn) return
    const rank = props.rank
    const grooves = list.map(one => one.summary).filter(one => one.id !== props.except)
    found.value = rank ? grooves.toSorted((a, b) => rank(a) - rank(b)) : grooves
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
watch(() => [props.among, asked.value, props.except, props.chosen?.id], look, { immediate: true })

/** Titles of all that were ever found: what is chosen keeps its name while something else is looked for. */
const titles = new Map<string, string>()
const shown = computed(() => {
  for (const { id, title } of found.value) titles.set(id, title)
  return titles.get(model.value) ?? (props.chosen?.id === model.value ? props.chosen.title : '')
})
const items = computed(() => {
  const list = found.value.map(({ id, title }) => ({ label: title, value: id }))
  const { chosen } = props
  return chosen && !words.value && !list.some(one => one.value === chosen.id)
    ? [{ label: chosen.title, value: chosen.id }, ...list]
    : list
})
</script>

<template>
  <USelectMenu
    v-model="model"
    v-model:search-term="words"
    role="combobox"
    :items="items"
    value-key="value"
    ignore-filter
    :search-input="{ placeholder: 'Find by title' }"
    :placeholder="placeholder ?? 'Choose a groove'"
    class="w-64"
    :aria-label="label">
    <template v-if="shown || inside" #default
      ><span class="truncate"
        ><span v-if="inside" class="mr-1.5 text-muted">{{ inside }}</span
        >{{ shown || placeholder || 'none yet' }}</span
      ></template
    >
    <template #empty>{{ failed || 'No groove of that title' }}</template>
  </USelectMenu>
</template>
