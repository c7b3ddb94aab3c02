<script setup lang="ts">
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { byKey, keyOf } from '~/keys'

/** What a groove would become, as small lanes with its story below: pointed at by mouse or keys, kept by its button or K. */
const props = defineProps<{
  groove: Groove
  home: Groove
  kit: Kit
  /** What it is, for who cannot see it. */ label: string
  kept?: boolean
  /** Why it cannot be kept; then it is not offered. */ why?: string
}>()
const emit = defineEmits<{ point: []; leave: []; keep: []; choose: [] }>()
defineOptions({ inheritAttrs: false })

const deeds = byKey('card', { keep: () => !props.kept && !props.why && emit('keep'), open: () => emit('choose') })
const press = (event: KeyboardEvent) => deeds[keyOf(event)]?.()
</script>

<template>
  <!-- Cards out of sight are neither laid out nor painted. -->
  <li class="[contain-intrinsic-size:auto_19rem] [content-visibility:auto]">
    <div
      tabindex="0"
      role="group"
      data-card
      v-bind="$attrs"
      class="cursor-default p-1 hover:bg-elevated focus:bg-elevated"
      :aria-label="label"
      @mouseenter="emit('point')"
      @focus="emit('point')"
      @blur="emit('leave')"
      @click="emit('choose')"
      @keydown="press">
      <VariationCard :groove="groove" :home="home" :kit="kit" />
      <slot />
    </div>
    <button
      v-if="!why"
      type="button"
      class="ml-1 mt-1 cursor-pointer rounded-md border border-accented px-2 py-0.5 text-sm font-medium hover:bg-elevated disabled:cursor-default disabled:border-transparent disabled:text-muted"
      :disabled="kept"
      @click="emit('keep')">
      {{ kept ? 'Kept' : 'Keep as variation' }}
    </button>
  </li>
</template>
