<script setup lang="ts">
import { computed } from 'vue'
import { isHand } from '#core/kit'
import { type Transition, type Fill, type FillGround, isTrouble, joinsOf, mendings, sayTransition } from '#core/phrase'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useSettings } from '~/stores/settings'

/** The ways into a fill and out of it, and what makes them easier: one press does it. */
const props = defineProps<{ fill: Fill; ground: FillGround }>()
const emit = defineEmits<{ mend: [fill: Fill] }>()
const settings = useSettings()
const read = useAfterPaint(
  () => ({ joins: joinsOf(props.fill, props.ground), mends: mendings(props.fill, props.ground, settings.counting) }),
  2,
)
/** What is hard first; where nothing is, the way of a hand that comes nearest to it. */
const told = (list: readonly Transition[]): Transition[] => {
  const hard = list.filter(isTrouble)
  if (hard.length) return hard
  const hand = list.find(one => isHand(one.limb))
  return hand ? [hand] : []
}
const ways = computed(() => {
  const { into, out, inside } = read.value.joins
  const within = inside.filter(isTrouble).slice(0, 3)
  return [
    { name: 'The way in', list: told(into) },
    ...(within.length ? [{ name: 'Within it', list: within }] : []),
    { name: 'The way out', list: told(out) },
  ]
})
</script>

<template>
  <section aria-label="Joins" data-joins class="space-y-2">
    <div v-for="way in ways" :key="way.name">
      <h3 class="text-base">{{ way.name }}</h3>
      <p
        v-for="one in way.list"
        :key="`${one.limb} ${one.from.at} ${one.from.pieceId}`"
        class="text-base"
        :class="isTrouble(one) ? 'border-l-3 border-error pl-2' : ''">
        {{ sayTransition(one, ground.tempo) }}
      </p>
      <p v-if="!way.list.length" class="text-sm text-muted">No hand has to get there from anywhere.</p>
    </div>
    <div v-if="read.mends.length" class="flex flex-wrap gap-1.5" data-mends>
      <UButton
        v-for="one in read.mends"
        :key="one.id"
        color="neutral"
        variant="outline"
        @click="emit('mend', one.fill)"
        >{{ one.says }}</UButton
      >
    </div>
  </section>
</template>
