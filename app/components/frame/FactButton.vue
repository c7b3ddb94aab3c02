<script setup lang="ts">
/** A fact of the groove in the bar along the top: its name, its value, and what opens when it is pressed. */
defineProps<{ name: string; value?: string; /** In a header: its name over its value. */ over?: boolean }>()
const open = defineModel<boolean>('open', { default: false })
</script>

<template>
  <UPopover v-model:open="open" :content="{ align: 'start', sideOffset: 10 }" :ui="{ content: 'p-4 w-84 bg-default' }">
    <button
      type="button"
      :title="value"
      class="min-w-0 cursor-pointer truncate whitespace-nowrap border-b border-dotted border-accented text-left hover:border-inverted">
      <span class="text-muted" :class="over ? 'block text-tag leading-4' : 'mr-1.5 text-sm'">{{ name }}</span><slot
        name="value"
        >{{ value }}</slot
      >
    </button>
    <template #content><slot :close="() => (open = false)" /></template>
  </UPopover>
</template>
