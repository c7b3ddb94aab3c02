<script setup lang="ts">
import { useMounted } from '@vueuse/core'
import { type Component, computed, ref, shallowRef } from 'vue'
import { ApiSilent } from '~/documents/ask'
import { useKeySheet } from '~/composables/useStationKeys'
import { useSettings } from '~/stores/settings'

/** The stations, in working order. */
const settings = useSettings()
const route = useRoute()
const colorMode = useColorMode()
const toast = useToast()

/** What this browser last had open is not known where the server draws the rail. */
const mounted = useMounted()
const last = computed(() => (mounted.value && settings.lastGroove ? `/${settings.lastGroove}` : ''))
const lastPhrase = computed(() => (mounted.value && settings.lastPhrase ? `/${settings.lastPhrase}` : ''))
const stations = computed(() => [
  { name: 'Today', to: '/today', at: (path: string) => path.startsWith('/today') },
  { name: 'Shelf', to: '/shelf', at: (path: string) => path === '/shelf' || path === '/begin' },
  { name: 'Bench', to: `/bench${last.value}`, at: (path: string) => path.startsWith('/bench') },
  { name: 'Sticking', to: '/sticking', at: (path: string) => path.startsWith('/sticking') },
  { name: 'Vary', to: `/vary${last.value}`, at: (path: string) => path.startsWith('/vary') },
  { name: 'Phrase', to: `/phrase${lastPhrase.value}`, at: (path: string) => path.startsWith('/phrase') },
  { name: 'Practise', to: '/practise', at: (path: string) => path.startsWith('/practise') },
  { name: 'Log', to: '/log', at: (path: string) => path.startsWith('/log') },
])
/** Beside the working order: what is listened to, what the work is done on, and who does it. */
const beside = [
  { name: 'Listen', to: '/listen', at: (path: string) => path.startsWith('/listen') },
  { name: 'Kit', to: '/kit', at: (path: string) => path.startsWith('/kit') },
  { name: 'Player', to: '/player', at: (path: string) => path.startsWith('/player') },
]
const { open: sheet } = useKeySheet()
/** How the player counts is asked for rarely: what it opens in is fetched with the first press. */
const popover = shallowRef<Component>()
const counting = ref(false)
async function count() {
  const fetched = await import('./CountingPopover.vue').catch(() => undefined)
  if (!fetched) return toast.add({ title: new ApiSilent().message, color: 'error' })
  popover.value = fetched.default
  counting.value = true
}
/** What is under the stations, smaller. */
const QUIET = 'shrink-0 cursor-pointer px-3 py-1 text-left text-sm text-muted hover:text-highlighted xl:px-4.75'
const dark = computed(() => colorMode.value === 'dark')
</script>

<template>
  <nav
    aria-label="Stations"
    class="isolate flex min-w-0 overflow-x-auto border-default bg-muted max-sm:items-center max-sm:border-b sm:flex-col sm:overflow-x-hidden sm:overflow-y-auto sm:border-r max-xl:text-sm">
    <p
      class="display px-3 text-xl font-bold text-highlighted max-sm:sr-only max-xl:text-base sm:pb-6 sm:pt-4 xl:px-4.75">
      Bazzet
    </p>
    <NuxtLink
      v-for="(station, i) in [...stations, ...beside]"
      :key="station.name"
      :to="station.to"
      :aria-current="station.at(route.path) ? 'page' : undefined"
      class="shrink-0 border-transparent py-2.5 px-3 max-sm:border-b-3 sm:border-l-3 sm:pr-1 xl:py-1.5 xl:pl-4"
      :class="[
        i === stations.length ? 'sm:mt-6' : '',
        station.at(route.path)
          ? 'border-inverted bg-default font-semibold text-highlighted'
          : 'border-transparent text-toned hover:text-highlighted',
      ]">
      {{ station.name }}
    </NuxtLink>
    <button
      v-if="!popover"
      type="button"
      aria-haspopup="dialog"
      aria-expanded="false"
      :class="QUIET"
      class="sm:mt-auto"
      @click="count">
      Counting
    </button>
    <component :is="popover" v-else v-model:open="counting"
      ><button type="button" :class="QUIET" class="sm:mt-auto">Counting</button></component
    >
    <button type="button" :class="QUIET" @click="sheet = true">Keys: ?</button>
    <!-- The server knows nothing of the player’s choice of room. -->
    <button
      type="button"
      data-allow-mismatch="text"
      class="shrink-0 cursor-pointer whitespace-nowrap px-3 pb-3 pt-1 text-left text-sm text-muted hover:text-highlighted max-sm:pb-1 xl:px-4.75"
      @click="colorMode.preference = dark ? 'light' : 'dark'">
      {{ dark ? 'Daylight' : 'Dark room' }}
    </button>
  </nav>
</template>
