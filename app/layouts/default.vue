<script setup lang="ts">
import { useKeySheet, useStationKeys } from '~/composables/useStationKeys'

const { open, wanted } = useKeySheet()
useStationKeys({ '?': () => (open.value = true) })
</script>

<template>
  <div class="app-frame grid h-screen grid-cols-[8rem_minmax(0,1fr)]">
    <StationRail />
    <main class="flex min-h-0 min-w-0 flex-col">
      <slot />
    </main>
    <LazyKeySheet v-if="wanted" v-model:open="open" />
  </div>
</template>
