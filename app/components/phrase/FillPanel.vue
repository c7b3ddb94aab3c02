<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import type { MapEvent } from '#core/editor'
import { type Fill, sayFill, wishOf } from '#core/phrase'
import { present } from '#core/present'
import { usePhrase } from '~/stores/phrase'
import { useSettings } from '~/stores/settings'

/** The fill over the chosen bar: its letters, its way over the kit, what it is made of, its joins, and others to choose from. */
const emit = defineEmits<{ send: [event: MapEvent]; try: [fill: Fill | undefined]; refused: [reason: string] }>()
const store = usePhrase()
const settings = useSettings()
const fill = computed(() => present(store.fill, 'fill'))
/** One that is pointed at is seen here too. */
const tried = shallowRef<Fill>()
watch(fill, () => (tried.value = undefined))
const shown = computed(() => tried.value ?? fill.value.fill)
const led = computed(() => (Array.isArray(fill.value.fill.path) ? undefined : fill.value.fill.path))
const strokes = computed(() => shown.value.takes[0]!)

function tryOut(one: Fill | undefined) {
  tried.value = one
  emit('try', one)
}
const put = (now: Fill) => emit('send', { type: 'put fill', fill: now })
function take(one: Fill) {
  tryOut(undefined)
  put(one)
}
const lead = (afresh: boolean, seed: number) =>
  emit('send', { type: 'wish', wish: { ...wishOf(fill.value.fill), path: { seed, afresh } } })
/** A path of one’s own: a press on a drum adds it; the first press begins it. */
function press(pieceId: string) {
  const { path } = fill.value.fill
  emit('send', {
    type: 'wish',
    wish: { ...wishOf(fill.value.fill), path: Array.isArray(path) ? [...path, pieceId] : [pieceId] },
  })
}
</script>

<template>
  <section aria-label="The fill" class="space-y-3" data-fill>
    <div>
      <h2 class="text-lg">Fill in bar {{ store.chosen.bar + 1 }}</h2>
      <p class="text-sm text-muted" data-fill-says>{{ sayFill(fill.ground.round, shown, settings.counting) }}</p>
    </div>
    <FillLetters :fill="shown" :round="fill.ground.round" />
    <FillPath :kit="fill.ground.kit" :strokes="strokes" :lead="fill.ground.round.lead" @press="press" />
    <div class="flex flex-wrap gap-1.5" role="group" aria-label="The way over the drums">
      <UButton
        color="neutral"
        :variant="led && !led.afresh ? 'solid' : 'outline'"
        :aria-pressed="!!led && !led.afresh"
        @click="lead(false, led?.seed ?? 1)"
        >The same each time</UButton
      >
      <UButton
        color="neutral"
        :variant="led?.afresh ? 'solid' : 'outline'"
        :aria-pressed="!!led?.afresh"
        @click="lead(true, led?.seed ?? 1)"
        >Afresh each time</UButton
      >
      <UButton color="neutral" variant="outline" @click="lead(led?.afresh ?? false, (led?.seed ?? 0) + 1)"
        >Another way</UButton
      >
    </div>
    <p v-if="!led" class="text-sm text-muted">
      A path of your own: {{ (fill.fill.path as string[]).join(', ') }}, and again from the first. Press drums to go on.
    </p>
    <FillIdeas :fill="fill.fill" :ground="fill.ground" @try="tryOut" @take="take" />
    <FillJoins :fill="fill.fill" :ground="fill.ground" @mend="put" />
    <FillForm
      :fill="fill.fill"
      :ground="fill.ground"
      @wish="wish => emit('send', { type: 'wish', wish })"
      @refused="reason => emit('refused', reason)" />
  </section>
</template>
