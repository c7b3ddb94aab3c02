<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { usePlayer } from '~/stores/player'
import { useSettings } from '~/stores/settings'

/** Which device sound comes out of, where the browser lets a page choose; and how late it is heard. */
const player = usePlayer()
const settings = useSettings()

/** The browser’s own list names devices only where it lets the page know them; a list without names is none. */
const found = ref<{ label: string; value: string }[]>([])
async function look() {
  const all = (await navigator.mediaDevices?.enumerateDevices().catch(() => [])) ?? []
  found.value = all
    .filter(one => one.kind === 'audiooutput' && one.deviceId && one.label && one.deviceId !== 'default')
    .map(one => ({ label: one.label, value: one.deviceId }))
}
onMounted(look)
if (import.meta.client) useEventListener(navigator.mediaDevices, 'devicechange', look)

const OWN = 'the machine’s own'
const items = computed(() => [{ label: OWN, value: OWN }, ...found.value])
const latency = computed(() => player.engine?.latency())
</script>

<template>
  <div class="space-y-2">
    <BarSelect
      v-if="found.length"
      class="w-full"
      label="Out of"
      means="Which device sound comes out of"
      :model-value="settings.output || OWN"
      :items="items"
      @update:model-value="to => (settings.output = to === OWN ? '' : to)" />
    <p v-if="latency" class="text-sm text-muted" data-latency>
      Heard {{ Math.round(latency.seconds * 1000) }} ms after it is sent<template v-if="latency.changes"
        >, by an amount that changes, as wireless ones do: no stroke is called early or late while it is used</template
      >.
    </p>
  </div>
</template>
