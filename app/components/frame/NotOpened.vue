<script setup lang="ts">
/** What is in a page whose document could not be opened: why, and where to go instead. */
defineProps<{ what: string; why: string; to: string; where: string }>()
</script>

<template>
  <div class="m-auto max-w-md text-center">
    <h1 class="text-2xl">This {{ what }} could not be opened</h1>
    <p class="my-3">{{ why }}</p>
    <UButton :to="to" color="neutral">{{ where }}</UButton>
  </div>
</template>
