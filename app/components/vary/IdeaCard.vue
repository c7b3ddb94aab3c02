<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, sayDifficulty } from '#core/vary'

/** One idea: its lanes, what led there, how it stands to home; pointed at by mouse or keys, kept by its button or K. */
const props = defineProps<{ idea: Idea, number: number, home: Groove, kit: Kit, kept: boolean }>()
const emit = defineEmits<{ point: [], leave: [], keep: [], walk: [way: 'next' | 'before' | 'down' | 'up'] }>()

const facts = computed(() => {
  const { distance, more, difficulty } = props.idea
  return `${Math.round(distance * 100)} % from home · ${more === 0 ? 'as many strokes' : `${Math.abs(more)} ${more > 0 ? 'more' : 'fewer'}`} · ${sayDifficulty(difficulty)}`
})
const WAYS = { ArrowRight: 'next', ArrowLeft: 'before', ArrowDown: 'down', ArrowUp: 'up' } as const
function press(event: KeyboardEvent) {
  const way = WAYS[event.key as keyof typeof WAYS]
  if (way) {
    event.preventDefault()
    emit('walk', way)
  } else if (event.key.toLowerCase() === 'k') emit('keep')
}
</script>

<template>
  <!-- Cards out of sight are neither laid out nor painted. -->
  <li class="[contain-intrinsic-size:auto_19rem] [content-visibility:auto]">
    <div tabindex="0" role="group" data-idea class="cursor-default p-1 hover:bg-elevated focus:bg-elevated" :aria-label="`Idea ${number}: ${idea.says.join(' ')}`" @mouseenter="emit('point')" @focus="emit('point')" @blur="emit('leave')" @keydown="press">
      <VariationCard :groove="idea.groove" :home="home" :kit="kit" />
      <ol class="mt-1 text-[0.94rem]"><li v-for="(line, s) in idea.says" :key="s">{{ line }}</li></ol>
      <p class="text-sm text-muted" data-idea-facts>{{ facts }}</p>
    </div>
    <button type="button" class="ml-1 mt-1 cursor-pointer rounded-md border border-accented px-2 py-0.5 text-sm font-medium hover:bg-elevated disabled:cursor-default disabled:border-transparent disabled:text-muted" :disabled="kept" @click="emit('keep')">{{ kept ? 'Kept' : 'Keep as variation' }}</button>
  </li>
</template>
