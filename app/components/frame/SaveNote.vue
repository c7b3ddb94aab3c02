<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import type { SaveState } from '~/documents/autosave'

/** Whether the server has the groove, in a few words. */
const props = defineProps<{ state: SaveState }>()
const now = useNow({ interval: 5000 })

const words = computed(() => {
  const { state } = props
  switch (state.kind) {
    case 'saving':
    case 'unsaved':
      return 'Saving …'
    case 'stale':
      return 'Not saved: choose'
    case 'unreachable':
    case 'refused':
      return 'Not saved'
    case 'saved': {
      if (!state.at) return 'Saved'
      const seconds = Math.max(0, (now.value.getTime() - state.at.getTime()) / 1000)
      if (seconds < 10) return 'Saved just now'
      if (seconds < 60) return `Saved ${Math.floor(seconds / 5) * 5} s ago`
      return seconds < 3600 ? `Saved ${Math.floor(seconds / 60)} min ago` : 'Saved'
    }
  }
  return ''
})
</script>

<template>
  <span
    class="whitespace-nowrap text-sm text-muted"
    role="status"
    :data-save="state.kind"
    :title="'reason' in state ? state.reason : undefined"
    >{{ words }}</span
  >
</template>
