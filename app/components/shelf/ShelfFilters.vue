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
  { label: 'any style', value: NONE },
  ...choices.value.styles.map(({ id, name }) => ({ label: name, value: id })),
])
const tags = computed(() => [
  { label: 'any tag', value: NONE },
  ...choices.value.tags.map(tag => ({ label: tag, value: tag })),
])
const meters = computed(() => [
  { label: 'any meter', value: NONE },
  ...choices.value.meters.map(meter => ({ label: meter, value: meter })),
])
const tempi = [{ label: 'any tempo', value: NONE }, ...TEMPI.map(({ id, name }) => ({ label: name, value: id }))]
const families = computed(() => [
  { label: 'any family', value: NONE },
  ...choices.value.families.map(({ id, name }) => ({ label: name, value: id })),
])
const ORDERS: { label: string; value: ShelfOrder }[] = [
  { label: 'last changed first', value: 'changed' },
  { label: 'most practised first', value: 'practised' },
  { label: 'by title', value: 'title' },
  { label: 'by tempo', value: 'tempo' },
]
const set = (more: Partial<ShelfWish>) => (wish.value = { ...wish.value, ...more })
const read = (value: unknown) => (value === NONE ? '' : String(value))
const narrowed = computed(() => isNarrowed(wish.value))
</script>

<template>
  <div class="flex shrink-0 flex-wrap items-center gap-2 px-4 pt-3 sm:px-6">
    <USelect
      :model-value="wish.style || NONE"
      :items="styles"
      class="w-36"
      aria-label="Style"
      @update:model-value="style => set({ style: read(style) })" />
    <USelect
      :model-value="wish.tag || NONE"
      :items="tags"
      class="w-28"
      aria-label="Tag"
      @update:model-value="tag => set({ tag: read(tag) })" />
    <USelect
      :model-value="wish.meter || NONE"
      :items="meters"
      class="w-30"
      aria-label="Meter"
      @update:model-value="meter => set({ meter: read(meter) })" />
    <USelect
      :model-value="wish.tempo || NONE"
      :items="tempi"
      class="w-30"
      aria-label="Tempo"
      @update:model-value="tempo => set({ tempo: read(tempo) as ShelfWish['tempo'] })" />
    <USelect
      v-if="choices.families.length"
      :model-value="wish.family || NONE"
      :items="families"
      class="w-36"
      aria-label="Family"
      @update:model-value="family => set({ family: read(family) })" />
    <USelect
      :model-value="wish.order"
      :items="ORDERS"
      class="w-44"
      aria-label="Order"
      @update:model-value="order => set({ order: order as ShelfOrder })" />
    <USwitch :model-value="wish.folded" label="Fold variations away" @update:model-value="folded => set({ folded })" />
    <UButton v-if="narrowed" color="neutral" variant="ghost" @click="set({ ...ANY, order: wish.order })"
      >Show all</UButton
    >
  </div>
</template>
