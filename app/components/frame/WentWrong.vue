<script setup lang="ts">
/** What is in the frame where there is no page, or where one went wrong: what happened, that the work is safe, and the way back. */
defineProps<{ title: string; happened: string; /** The words of the fault itself. */ said?: string }>()
const emit = defineEmits<{ back: [] }>()
</script>

<template>
  <div class="m-auto max-w-lg px-5" data-went-wrong>
    <h1 class="text-2xl text-highlighted">{{ title }}</h1>
    <p class="my-3">
      {{ happened }} Your work is safe: what you changed is kept, by the server or, until it has it, in this browser.
    </p>
    <div class="flex gap-3">
      <UButton color="neutral" @click="emit('back')">To the Shelf</UButton>
      <slot />
    </div>
    <details v-if="said" class="mt-6 text-sm text-muted">
      <summary class="cursor-pointer">What was said</summary>
      <p class="mt-1 break-words">{{ said }}</p>
    </details>
  </div>
</template>
