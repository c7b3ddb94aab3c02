<script setup lang="ts">
import type { DropdownMenuItem } from '@nuxt/ui'

/** Everything else that can be done with what is open. */
defineProps<{ items: DropdownMenuItem[][] }>()
</script>

<template>
  <UDropdownMenu :items="items" :content="{ align: 'end' }">
    <UButton color="neutral" variant="outline" trailing-icon="i-lucide-chevron-down">More</UButton>
  </UDropdownMenu>
</template>
