<script setup lang="ts">
import { useSettings } from '~/stores/settings'

/** Vary with nothing to vary: on to the groove last open, or say where to begin. */
const settings = useSettings()
if (settings.lastGroove) await navigateTo(`/vary/${settings.lastGroove}`, { replace: true })
</script>

<template>
  <div class="m-auto max-w-md text-center">
    <h1 class="text-2xl">Nothing to vary yet</h1>
    <p class="my-3">Open a groove from the Shelf, and make variations of it here.</p>
    <UButton to="/shelf" color="neutral">To the Shelf</UButton>
  </div>
</template>
