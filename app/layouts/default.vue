<script setup lang="ts">
import { useOpenAnywhere } from '~/composables/useOpening'
import { useKeySheet, useStationKeys } from '~/composables/useStationKeys'

const { open, wanted } = useKeySheet()
const dropping = useOpenAnywhere()
useStationKeys('everywhere', { sheet: () => (open.value = true) })
</script>

<template>
  <!-- A rail beside the work; a strip of it on a tablet, and above the work on a phone. -->
  <div class="app-frame grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] sm:grid-cols-[5.25rem_minmax(0,1fr)] sm:grid-rows-1 xl:grid-cols-[8rem_minmax(0,1fr)]">
    <StationRail />
    <main class="flex min-h-0 min-w-0 flex-col">
      <slot />
    </main>
    <p v-if="dropping" class="pointer-events-none fixed inset-6 z-50 grid place-content-center border-3 border-dashed border-inverted bg-default/90 text-2xl font-semibold" data-dropping>Drop it: you will see what is in it first</p>
    <LazyKeySheet v-if="wanted" v-model:open="open" />
  </div>
</template>
