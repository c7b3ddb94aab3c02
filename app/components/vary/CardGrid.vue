<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { byKey, keyOf } from '~/keys'

/** Cards in rows, walked with the arrows: beside each other, and up and down by as many as stand in a row. */
const emit = defineEmits<{ leave: [] }>()
const list = useTemplateRef('list')

function walk(event: KeyboardEvent) {
  const cards = [...list.value?.querySelectorAll<HTMLElement>('[data-card]') ?? []]
  const from = cards.indexOf(event.target as HTMLElement)
  const top = (card: HTMLElement) => card.parentElement!.offsetTop
  const row = () => cards.filter(card => top(card) === top(cards[0]!)).length
  const to = (by: number) => cards[from + by]?.focus()
  const act = byKey('cards', { left: () => to(-1), right: () => to(1), up: () => to(-row()), down: () => to(row()) })[keyOf(event)]
  if (!act || from < 0) return
  event.preventDefault()
  act()
}
</script>

<template>
  <ul ref="list" class="grid grid-cols-[repeat(auto-fill,minmax(min(16.5rem,100%),1fr))] gap-x-6 gap-y-5" @mouseleave="emit('leave')" @keydown="walk"><slot /></ul>
</template>
