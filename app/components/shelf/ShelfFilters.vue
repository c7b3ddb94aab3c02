<script setup lang="ts">
import { computed } from 'vue'
import { ANY, type ShelfLine, type ShelfOrder, type ShelfWish, shelfChoices } from '~/documents/shelf'

/** What the Shelf shows, and in what order. */
const props = defineProps<{ lines: readonly ShelfLine[] }>()
const wish = defineModel<ShelfWish>({ required: true })
const choices = computed(() => shelfChoices(props.lines))
/** A select has no empty value. */
const NONE = 'any'
const styles = computed(() => [{ label: 'any style', value: NONE }, ...choices.value.styles.map(({ id, name }) => ({ label: name, value: id }))])
const tags = computed(() => [{ label: 'any tag', value: NONE }, ...choices.value.tags.map(tag => ({ label: tag, value: tag }))])
const ORDERS: { label: string, value: ShelfOrder }[] = [{ label: 'last changed first', value: 'changed' }, { label: 'by title', value: 'title' }, { label: 'by tempo', value: 'tempo' }]
const set = (more: Partial<ShelfWish>) => (wish.value = { ...wish.value, ...more })
const narrowed = computed(() => wish.value.style || wish.value.tag || wish.value.folded)
</script>

<template>
  <div class="flex shrink-0 flex-wrap items-center gap-2 px-4 pt-3 sm:px-6">
    <USelect :model-value="wish.style || NONE" :items="styles" size="sm" class="w-44" aria-label="Style" @update:model-value="style => set({ style: style === NONE ? '' : String(style) })" />
    <USelect :model-value="wish.tag || NONE" :items="tags" size="sm" class="w-36" aria-label="Tag" @update:model-value="tag => set({ tag: tag === NONE ? '' : String(tag) })" />
    <USelect :model-value="wish.order" :items="ORDERS" size="sm" class="w-44" aria-label="Order" @update:model-value="order => set({ order: order as ShelfOrder })" />
    <USwitch :model-value="wish.folded" size="sm" label="Fold variations away" class="ml-2" @update:model-value="folded => set({ folded })" />
    <UButton v-if="narrowed" size="sm" color="neutral" variant="ghost" @click="set({ ...ANY, order: wish.order })">Show all</UButton>
  </div>
</template>
