<script setup lang="ts">
import { usePlayer } from '~/stores/player'

/** The one big key of every station that sounds. */
defineProps<{ disabled?: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const player = usePlayer()
</script>

<template>
  <UButton
    size="xl"
    color="neutral"
    class="w-24 shrink-0 justify-center font-bold"
    :loading="player.preparing"
    :aria-pressed="player.playing"
    :disabled="disabled"
    @click="emit('toggle')"
    >{{ player.playing ? 'Stop' : 'Play' }}</UButton
  >
</template>
