<script setup lang="ts">
import type { SaveState } from '~/documents/autosave'

/** Whether the server has what is open, and one step back and forward. It listens to the store itself, so that what is around it need not. */
defineProps<{ of: { saveState: SaveState; canUndo: boolean; canRedo: boolean } }>()
const emit = defineEmits<{ step: [direction: 'takeBack' | 'bringBack'] }>()
</script>

<template>
  <SaveNote :state="of.saveState" />
  <span class="flex">
    <UButton
      color="neutral"
      variant="ghost"
      icon="i-lucide-undo-2"
      aria-label="Undo"
      :disabled="!of.canUndo"
      @click="emit('step', 'takeBack')" />
    <UButton
      color="neutral"
      variant="ghost"
      icon="i-lucide-redo-2"
      aria-label="Redo"
      :disabled="!of.canRedo"
      @click="emit('step', 'bringBack')" />
  </span>
</template>
