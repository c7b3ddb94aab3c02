<script setup lang="ts">
import { computed } from 'vue'
import { useOnward } from '~/composables/useOnward'

/** What becomes of the groove on the Bench: practised, kept, varied, compared, printed, taken away, thrown away. */
const emit = defineEmits<{ keep: []; bin: []; export: []; practise: [] }>()
const onward = useOnward()

const menu = computed(() => [
  [
    { label: 'Keep as variation', icon: 'i-lucide-git-branch', onSelect: () => emit('keep') },
    { label: 'Vary it', icon: 'i-lucide-shuffle', onSelect: onward.vary },
    { label: 'Compare …', icon: 'i-lucide-columns-2', onSelect: onward.compare },
    { label: 'Sheet to print', icon: 'i-lucide-printer', onSelect: onward.sheet },
    { label: 'Practise it', icon: 'i-lucide-timer', onSelect: () => emit('practise') },
  ],
  [{ label: 'Export …', icon: 'i-lucide-download', onSelect: () => emit('export') }],
  [{ label: 'Put in the bin', icon: 'i-lucide-trash-2', color: 'error' as const, onSelect: () => emit('bin') }],
])
</script>

<template>
  <UButton class="max-sm:hidden" color="neutral" @click="emit('practise')">Practise it</UButton>
  <MoreMenu :items="menu" />
</template>
