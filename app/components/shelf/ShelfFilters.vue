<script setup lang="ts">
import { computed } from 'vue'
import {
  ANY,
  type ShelfLine,
  type ShelfOrder,
  type ShelfWish,
  TEMPI,
  isNarrowed,
  shelfChoices,
} from '~/documents/shelf'

/** What the Shelf shows, and in what order. */
const props = defineProps<{ lines: readonly ShelfLine[] }>()
const wish = defineModel<ShelfWish>({ required: true })
const choices = computed(() => shelfChoices(props.lines))
/** A select has no empty value. */
const NONE = 'any'
const styles = computed(() => [
  { label: 'any', value: NONE },
  ...choices.value.styles.map(({ id, name }) => ({ label: name, value: id })),
])
const tags = computed(() => [
  { label: 'any', value: NONE },
  ...choices.value.tags.map(tag => ({ label: tag, value: tag })),
])
const meters = computed(() => [
  { label: 'any', value: NONE },
  ...choices.value.meters.map(meter => ({ label: meter, value: meter })),
])
const tempi = [{ label: 'any', value: NONE }, ...TEMPI.map(({ id, name }) => ({ label: name, value: id }))]
const families = computed(() => [
  { label: 'any', value: NONE },
  ...choices.value.families.map(({ id, name }) => ({ label: name, value: id })),
])
const ORDERS: { label: string; value: ShelfOrder }[] = [
  { label: 'last changed first', value: 'changed' },
  { label: 'most practised first', value: 'practised' },
  { label: 'by title', value: 'title' },
  { label: 'by tempo', value: 'tempo' },
]
const set = (more: Partial<ShelfWish>) => (wish.value = { ...wish.value, ...more })
const asked = computed(() => [
  { key: 'style' as const, name: 'Style', items: styles.value },
  { key: 'tag' as const, name: 'Tag', items: tags.value },
  { key: 'meter' as const, name: 'Meter', items: meters.value },
  { key: 'tempo' as const, name: 'Tempo', items: tempi },
  ...(choices.value.families.length ? [{ key: 'family' as const, name: 'Family', items: families.value }] : []),
])
const read = (value: unknown) => (value === NONE ? '' : String(value))
const narrowed = computed(() => isNarrowed(wish.value))
</script>

<template>
  <div class="flex shrink-0 flex-wrap items-center gap-2 px-4 pt-3 sm:px-6">
    <BarSelect
      v-for="{ name, items, key } in asked"
      :key="key"
      :label="name"
      :model-value="wish[key] || NONE"
      :items="items"
      class="max-w-52"
      @update:model-value="value => set({ [key]: read(value) })" />
    <BarSelect label="Order" :model-value="wish.order" :items="ORDERS" @update:model-value="order => set({ order })" />
    <USwitch :model-value="wish.folded" label="Fold families" @update:model-value="folded => set({ folded })" />
    <UButton
      v-if="narrowed"
      color="neutral"
      variant="ghost"
      @click="set({ ...ANY, order: wish.order, folded: wish.folded })"
      >Show all</UButton
    >
  </div>
</template>
