<script setup lang="ts">
import { useBench } from '~/stores/bench'

/** Undo, redo, and whether the server has the groove. It listens to the Bench itself, so that what is around it need not. */
const emit = defineEmits<{ step: [direction: 'takeBack' | 'bringBack'] }>()
const bench = useBench()
</script>

<template>
  <SaveNote :state="bench.saveState" />
  <UButton
    size="sm"
    color="neutral"
    variant="ghost"
    icon="i-lucide-undo-2"
    aria-label="Undo"
    :disabled="!bench.canUndo"
    @click="emit('step', 'takeBack')" />
  <UButton
    size="sm"
    color="neutral"
    variant="ghost"
    icon="i-lucide-redo-2"
    aria-label="Redo"
    :disabled="!bench.canRedo"
    @click="emit('step', 'bringBack')" />
</template>
