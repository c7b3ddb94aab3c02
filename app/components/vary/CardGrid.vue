<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { useCardWalk } from '~/composables/useCardWalk'

/** Cards in rows, walked with the arrows. */
const emit = defineEmits<{ leave: [] }>()
const { walk } = useCardWalk(useTemplateRef<HTMLElement>('list'))
</script>

<template>
  <ul
    ref="list"
    class="grid grid-cols-[repeat(auto-fill,minmax(min(15.5rem,100%),1fr))] gap-x-6 gap-y-5"
    @mouseleave="emit('leave')"
    @keydown="walk">
    <slot />
  </ul>
</template>
