<script setup lang="ts" generic="T extends string | number">
import { computed } from 'vue'

/** A choice in a bar, its label inside: “Loop all bars”. */
const props = defineProps<{
  modelValue: T | undefined
  label: string
  /** What it chooses, to a screen reader, where the label alone would not say. */ means?: string
  items: readonly (T | { label: string; value: T })[]
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()

const choices = computed(() =>
  props.items.map(one => (typeof one === 'object' ? one : { label: String(one), value: one })),
)
const now = computed(() => choices.value.find(one => one.value === props.modelValue)?.label)
/** As the library’s own choice knows it. */
const shown = computed<string | number | undefined>(() => props.modelValue)
const choose = (value: unknown) => {
  const chosen = choices.value.find(one => one.value === value)
  if (chosen) emit('update:modelValue', chosen.value)
}
</script>

<template>
  <USelect
    :model-value="shown"
    :items="choices as { label: string; value: string | number }[]"
    :aria-label="means ?? label"
    @update:model-value="choose">
    <template #default>
      <span class="truncate"
        ><span class="mr-1.5 text-muted">{{ label }}</span
        >{{ now }}</span
      >
    </template>
  </USelect>
</template>
