<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { changedStrokes } from '#core/vary'

/** A variation as small lanes, what changed against its home lit up, and what it is below. */
const props = defineProps<{
  groove: Groove
  home: Groove
  kit: Kit
  /** Large, with counts and the limbs’ names: what has been chosen. */ large?: boolean
}>()
const changed = computed(() => changedStrokes(props.home, props.groove, props.kit))
</script>

<template>
  <div>
    <LanesStill :groove="groove" :lit="changed.places" :large="large" />
    <slot />
  </div>
</template>
