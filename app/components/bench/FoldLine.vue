<script setup lang="ts">
import { computed } from 'vue'
import { useSettings } from '~/stores/settings'

/** One subject of the readout on one line, with its gist beside the name; the rest unfolds, and stays as the player leaves it. What is wrong is open until it is folded. */
const props = defineProps<{ id: string; title: string; says?: string; wrong?: boolean }>()
const settings = useSettings()
const open = computed(() => settings.folds[props.id] ?? !!props.wrong)
function toggled(event: Event) {
  const now = (event.target as HTMLDetailsElement).open
  if (now !== open.value) settings.folds = { ...settings.folds, [props.id]: now }
}
</script>

<template>
  <details :open="open" :data-fold="id" class="border-t border-muted pt-2 text-base" @toggle="toggled">
    <summary class="flex cursor-pointer items-baseline gap-2">
      <h2 class="shrink-0 text-base">{{ title }}</h2>
      <span
        v-if="says && !open"
        class="min-w-0 flex-1 truncate text-sm"
        :class="wrong ? 'text-error' : 'text-muted'"
        :title="says"
        >{{ says }}</span
      >
      <UIcon
        name="i-lucide-chevron-down"
        class="ml-auto size-4 shrink-0 self-center text-muted"
        :class="open ? 'rotate-180' : ''" />
    </summary>
    <div class="mt-2"><slot /></div>
  </details>
</template>
