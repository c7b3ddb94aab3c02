<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { shallowRef, useTemplateRef } from 'vue'
import { useKeySheet, useStationKeys } from '~/composables/useStationKeys'

const { open, wanted } = useKeySheet()
// Nobody drops or pastes a file without having touched the page: what takes it in is fetched then.
const touched = shallowRef(false)
useEventListener(['pointermove', 'pointerdown', 'keydown', 'dragenter', 'dragover'], () => (touched.value = true), {
  once: true,
  passive: true,
})
const page = useTemplateRef('page')
useStationKeys('everywhere', { sheet: () => (open.value = true) })
</script>

<template>
  <!-- A rail beside the work; a strip of it on a tablet, and above the work on a phone. -->
  <div
    class="app-frame grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] sm:grid-cols-[5.25rem_minmax(0,1fr)] sm:grid-rows-1 xl:grid-cols-[8rem_minmax(0,1fr)]">
    <UButton
      color="neutral"
      class="sr-only focus:not-sr-only focus:absolute focus:left-2 focus:top-2 focus:z-10 focus:px-3 focus:py-2"
      @click="page?.focus()"
      >Skip the stations</UButton
    >
    <StationRail />
    <main ref="page" tabindex="-1" class="landing flex min-h-0 min-w-0 flex-col">
      <slot />
    </main>
    <LazyDropAnywhere v-if="touched" />
    <LazyKeySheet v-if="wanted" v-model:open="open" />
  </div>
</template>
