<script setup lang="ts">
import { shallowRef } from 'vue'
import { useKeySheet, useStationKeys } from '~/composables/useStationKeys'

const { open, wanted } = useKeySheet()
// Nothing is dropped on a page that has just come: what takes it in is fetched once the page stands.
const standing = shallowRef(false)
onNuxtReady(() => (standing.value = true))
useStationKeys('everywhere', { sheet: () => (open.value = true) })
</script>

<template>
  <!-- A rail beside the work; a strip of it on a tablet, and above the work on a phone. -->
  <div class="app-frame grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] sm:grid-cols-[5.25rem_minmax(0,1fr)] sm:grid-rows-1 xl:grid-cols-[8rem_minmax(0,1fr)]">
    <StationRail />
    <main class="flex min-h-0 min-w-0 flex-col">
      <slot />
    </main>
    <LazyDropAnywhere v-if="standing" />
    <LazyKeySheet v-if="wanted" v-model:open="open" />
  </div>
</template>
