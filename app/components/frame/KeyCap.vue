<script setup lang="ts">
/** A key’s hint, as an outlined cap; who has no keys sees none. */
defineProps<{ name: string }>()
</script>

<template>
  <kbd class="mr-1.5 rounded-sm border border-current px-1 font-sans font-semibold pointer-coarse:hidden">{{
    name
  }}</kbd>
</template>
