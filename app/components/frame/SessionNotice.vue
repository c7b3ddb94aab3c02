<script setup lang="ts">
/** Shown once a route has asked for the password: the month is over, or a new one was set. What is on the page stays in this browser. */
const route = useRoute()
</script>

<template>
  <p
    role="alert"
    class="fixed inset-x-0 bottom-0 z-50 flex flex-wrap items-center justify-center gap-x-4 gap-y-1 border-t border-inverted bg-default px-4 py-2"
    data-session>
    Bazzet asks for its password again. What you changed is kept in this browser until then.
    <UButton :to="`/enter?to=${encodeURIComponent(route.fullPath)}`" external color="neutral">Enter it</UButton>
  </p>
</template>
