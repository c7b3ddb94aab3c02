<script setup lang="ts">
import { useTemplateRef } from 'vue'

/** Cards in rows, walked with the arrows: beside each other, and up and down by as many as stand in a row. */
const emit = defineEmits<{ leave: [] }>()
const list = useTemplateRef('list')

const STEPS: Record<string, (row: number) => number> = { ArrowRight: () => 1, ArrowLeft: () => -1, ArrowDown: row => row, ArrowUp: row => -row }
function walk(event: KeyboardEvent) {
  const step = STEPS[event.key]
  const cards = [...list.value?.querySelectorAll<HTMLElement>('[data-card]') ?? []]
  const from = cards.indexOf(event.target as HTMLElement)
  if (!step || from < 0) return
  event.preventDefault()
  const top = (card: HTMLElement) => card.parentElement!.offsetTop
  cards[from + step(cards.filter(card => top(card) === top(cards[0]!)).length)]?.focus()
}
</script>

<template>
  <ul ref="list" class="grid grid-cols-[repeat(auto-fill,minmax(16.5rem,1fr))] gap-x-6 gap-y-5" @mouseleave="emit('leave')" @keydown="walk"><slot /></ul>
</template>
