<script setup lang="ts">
import { useMounted } from '@vueuse/core'
import { computed } from 'vue'
import { useKeySheet } from '~/composables/useStationKeys'
import { useSettings } from '~/stores/settings'

/** The stations, in working order. */
const settings = useSettings()
const route = useRoute()
const colorMode = useColorMode()

/** What this browser last had open is not known where the server draws the rail. */
const mounted = useMounted()
const last = computed(() => (mounted.value && settings.lastGroove ? `/${settings.lastGroove}` : ''))
const stations = computed(() => [
  { name: 'Shelf', to: '/', at: (path: string) => path === '/' || path === '/begin' },
  { name: 'Bench', to: `/bench${last.value}`, at: (path: string) => path.startsWith('/bench') },
  { name: 'Sticking', to: '/sticking', at: (path: string) => path.startsWith('/sticking') },
  { name: 'Vary', to: `/vary${last.value}`, at: (path: string) => path.startsWith('/vary') },
  { name: 'Practise', to: '/practise', at: (path: string) => path.startsWith('/practise') },
  { name: 'Log', to: '/log', at: (path: string) => path.startsWith('/log') },
])
/** Beside the working order: what the work is done on, and who does it. */
const beside = [
  { name: 'Kit', to: '/kit', at: (path: string) => path.startsWith('/kit') },
  { name: 'Player', to: '/player', at: (path: string) => path.startsWith('/player') },
]
const { open: sheet } = useKeySheet()
const dark = computed(() => colorMode.value === 'dark')
</script>

<template>
  <nav aria-label="Stations" class="isolate flex flex-col border-r border-default bg-muted">
    <p class="display px-4 pb-6 pt-4 text-xl font-bold text-highlighted">Bazzet</p>
    <NuxtLink
      v-for="(station, i) in [...stations, ...beside]" :key="station.name" :to="station.to"
      :aria-current="station.at(route.path) ? 'page' : undefined"
      class="border-l-3 py-1.5 pl-4"
      :class="[i === stations.length ? 'mt-6' : '', station.at(route.path) ? 'border-inverted bg-default font-semibold text-highlighted' : 'border-transparent text-toned hover:text-highlighted']">
      {{ station.name }}
    </NuxtLink>
    <UPopover :content="{ side: 'right', align: 'end' }" :ui="{ content: 'w-72 space-y-3 bg-default p-4' }">
      <button type="button" class="mt-auto cursor-pointer px-4 py-1 text-left text-sm text-muted hover:text-highlighted">Counting</button>
      <template #content>
        <LazyCountingForm />
      </template>
    </UPopover>
    <button type="button" class="cursor-pointer px-4 py-1 text-left text-sm text-muted hover:text-highlighted" @click="sheet = true">Keys: ?</button>
    <button type="button" class="cursor-pointer px-4 pb-3 pt-1 text-left text-sm text-muted hover:text-highlighted" @click="colorMode.preference = dark ? 'light' : 'dark'">
      {{ dark ? 'Daylight' : 'Dark room' }}
    </button>
  </nav>
</template>
