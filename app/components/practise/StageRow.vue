<script setup lang="ts">
/** A titled row of a stage’s editor. */
defineProps<{ title: string }>()
</script>

<template>
  <section class="grid gap-x-4 gap-y-1 border-t border-muted pt-3 sm:grid-cols-[6rem_minmax(0,1fr)]">
    <h3 class="text-base text-highlighted">{{ title }}</h3>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-3"><slot /></div>
  </section>
</template>
