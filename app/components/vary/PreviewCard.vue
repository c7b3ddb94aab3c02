<script setup lang="ts">
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { byKey, keyOf } from '~/keys'

/** What a groove would become, as a card: pointed at by mouse or keys, heard, and kept by its button or K. */
const props = defineProps<{
  groove: Groove
  home: Groove
  kit: Kit
  headline: string
  line: string
  /** What it is, for who cannot see it. */ label: string
  kept?: boolean
  /** Why it cannot be kept; then it is not offered. */ why?: string
}>()
const emit = defineEmits<{ point: []; leave: []; hear: []; keep: []; choose: [] }>()
defineOptions({ inheritAttrs: false })
defineSlots<{ default?(): unknown }>()

const deeds = byKey('card', { keep: () => !props.kept && !props.why && emit('keep'), open: () => emit('choose') })
const press = (event: KeyboardEvent) => deeds[keyOf(event)]?.()
</script>

<template>
  <!-- Cards out of sight are neither laid out nor painted. -->
  <PictureCard
    tabindex="0"
    role="group"
    data-card
    v-bind="$attrs"
    :aria-label="label"
    :headline="headline"
    :line="why || line"
    :whole="!!why"
    @mouseenter="emit('point')"
    @focus="emit('point')"
    @blur="emit('leave')"
    @click="emit('choose')"
    @keydown="press">
    <template #picture><VariationCard :groove="groove" :home="home" :kit="kit" /></template>
    <template v-if="!why" #foot>
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-volume-2"
        :aria-label="`Hear ${headline}`"
        @click="emit('hear')"
        >Hear</UButton
      >
      <UButton size="xs" color="neutral" variant="outline" :disabled="kept" @click="emit('keep')">{{
        kept ? 'Kept' : 'Keep'
      }}</UButton>
    </template>
    <template v-if="$slots.default && !why" #more><slot /></template>
  </PictureCard>
</template>
