<script setup lang="ts">
import { useSettings } from '~/stores/settings'

/** The Bench with nothing on it: on to the groove last open, or say where to begin. */
const settings = useSettings()
if (settings.lastGroove) await navigateTo(`/bench/${settings.lastGroove}`, { replace: true })
</script>

<template>
  <div class="m-auto max-w-md text-center">
    <h1 class="text-2xl">The Bench is empty</h1>
    <p class="my-3">Pick a groove from the Shelf, or begin one, and layer it here limb by limb.</p>
    <UButton to="/shelf" color="neutral">To the Shelf</UButton>
  </div>
</template>
