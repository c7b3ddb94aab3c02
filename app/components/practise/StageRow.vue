<script setup lang="ts">
/** A titled row of a stage’s editor; what is set in it can be set for all stages. */
defineProps<{ title: string; /** There are others. */ shared?: boolean }>()
const emit = defineEmits<{ all: [] }>()
</script>

<template>
  <section class="grid gap-x-4 gap-y-1 border-t border-muted pt-3 sm:grid-cols-[7rem_minmax(0,1fr)]">
    <div class="flex flex-wrap items-center gap-2 sm:flex-col sm:items-start">
      <h3 class="text-base text-highlighted">{{ title }}</h3>
      <UButton
        v-if="shared"
        size="xs"
        color="neutral"
        variant="outline"
        :aria-label="`${title}: use for all stages`"
        @click="emit('all')"
        >For all stages</UButton
      >
    </div>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-3"><slot /></div>
  </section>
</template>
