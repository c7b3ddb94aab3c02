<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** What becomes of the groove on the Bench: kept, varied, compared, printed, practised, taken away, thrown away. */
const emit = defineEmits<{ keep: []; bin: []; export: [] }>()
const bench = useBench()

const menu = computed(() => [
  [
    { label: 'Keep as variation', icon: 'i-lucide-git-branch', onSelect: () => emit('keep') },
    { label: 'Vary it', icon: 'i-lucide-shuffle', onSelect: () => navigateTo(`/vary/${bench.here.id}`) },
    { label: 'Compare …', icon: 'i-lucide-columns-2', onSelect: () => navigateTo(`/compare?a=${bench.here.id}`) },
    { label: 'Sheet to print', icon: 'i-lucide-printer', onSelect: () => navigateTo(`/sheet/${bench.here.id}`) },
    { label: 'Practise it', icon: 'i-lucide-timer', onSelect: () => navigateTo(`/practise?groove=${bench.here.id}`) },
  ],
  [{ label: 'Export …', icon: 'i-lucide-download', onSelect: () => emit('export') }],
  [{ label: 'Put in the bin', icon: 'i-lucide-trash-2', color: 'error' as const, onSelect: () => emit('bin') }],
])
</script>

<template>
  <UDropdownMenu :items="menu" :content="{ align: 'end' }">
    <UButton size="sm" color="neutral" variant="outline" trailing-icon="i-lucide-chevron-down">This groove</UButton>
  </UDropdownMenu>
</template>
