<script setup lang="ts">
import { marked } from 'marked'
import text from '~~/docs/rules.md?raw'

// Our own page of docs/, drawn where a player can read it; nothing of it comes from outside.
const [title, ...rest] = text.split('\n')
const html = marked.parse(rest.join('\n'), { async: false })
useHead({ title: 'Limits and rules · Bazzet' })
</script>

<template>
  <StationHeader :name="title!.replace('# ', '')">
    <template #actions
      ><UButton color="neutral" variant="outline" to="/player">Player</UButton></template
    ></StationHeader
  >
  <!-- eslint-disable vue/no-v-html -- our own text, built in -->
  <div
    class="rules min-h-0 flex-1 overflow-auto px-4 py-4 sm:px-6"
    tabindex="0"
    role="region"
    aria-label="Limits and rules"
    v-html="html" />
</template>

<style scoped>
.rules :deep(*) {
  max-width: 72ch;
}
.rules :deep(h2) {
  margin: 1.5rem 0 0.5rem;
  font-size: 1.25rem;
}
.rules :deep(:is(p, ul, table)) {
  margin-bottom: 0.75rem;
}
.rules :deep(ul) {
  padding-left: 1.25rem;
  list-style: disc;
}
.rules :deep(:is(th, td)) {
  padding: 0.25rem 1rem 0.25rem 0;
  border-bottom: 1px solid var(--ui-border);
  text-align: left;
  vertical-align: top;
}
</style>
