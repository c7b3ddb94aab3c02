<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, type MoveMade, type Span, sayCount, sentence } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Move, type Params, eachPlace } from '#core/vary'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useVary } from '~/stores/vary'

/** One move at each place in turn, as a row of cards named by the place: heard one after another, kept, or chosen to be the one shown above. */
const props = defineProps<{
  move: Move
  params: Params
  groove: Groove
  kit: Kit
  /** The only place to change. */ span?: Span
}>()
const emit = defineEmits<{
  try: [groove: Groove | undefined]
  hear: [groove: Groove]
  keep: [groove: Groove, made: MoveMade[]]
  choose: [params: Params]
}>()
const vary = useVary()
// Sixteen and more grooves are worked out and drawn: what is above them comes first.
const asked = useAfterPaint(() => ({ ...props, promises: vary.promises }))
const cards = computed(() => {
  const { move, groove, params, kit, promises, span } = asked.value
  return eachPlace(move, groove, params, kit, promises, span)
})
</script>

<template>
  <section :aria-label="`${move.name}, each place in turn`" data-places>
    <p class="mb-2 text-sm text-muted">
      {{
        cards.length
          ? `${sentence(sayCount(cards.length, 'place'))}; those that break what you keep are left out.`
          : 'Nowhere, with what you keep.'
      }}
    </p>
    <CardGrid @leave="emit('try', undefined)">
      <PreviewCard
        v-for="one in cards"
        :key="one.place"
        :groove="one.groove"
        :home="groove"
        :kit="kit"
        :headline="one.place"
        :line="one.sentence"
        :label="one.sentence"
        @point="emit('try', one.groove)"
        @leave="emit('try', undefined)"
        @hear="emit('hear', one.groove)"
        @keep="emit('keep', one.groove, [one.made])"
        @choose="emit('choose', one.params)" />
    </CardGrid>
  </section>
</template>
