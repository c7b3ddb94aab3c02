<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, sayPlaces } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import { type Measures, type Advice, sayMeasures, togetherWithin, verdictOf } from '#core/measure'
import { toneOf } from '~/lanes/tone'
import { useMeasuring } from '~/stores/measuring'
import { useSettings } from '~/stores/settings'

/** A measured stage: what to do in a sentence, each stroke over its count, what lands apart, and the stages that would help. */
const props = defineProps<{
  measures: Measures
  groove: Groove
  /** When and at which tempo. */ when: string
  number: number
}>()
const emit = defineEmits<{ add: [remedy: Advice] }>()
const settings = useSettings()
const measuring = useMeasuring()
const verdict = computed(() => verdictOf(props.measures, props.groove, settings.counting, measuring.measuring))
const unisons = computed(() => props.measures.unisons.filter(one => one.strokes >= 2).slice(0, 6))
/** How long a line of that many ms is drawn, in pixels. */
const drawn = (ms: number) => Math.min(120, 8 + ms * 3)
/** Half as much again as is one sound is doubtful, beyond that it is two. */
const heard = ({ apart, limbs }: (typeof unisons.value)[number]) => {
  const within = togetherWithin(limbs, measuring.measuring)
  return apart <= within ? '' : apart <= within * 1.5 ? ', hardly one sound' : ', heard as two'
}
const spreads = computed(() => props.measures.limbs.filter(one => one.spread !== null))
</script>

<template>
  <section aria-labelledby="measured-title" data-measured>
    <h2 id="measured-title" class="text-lg text-highlighted">Stage {{ number }}: {{ verdict.says }}</h2>
    <p class="mt-1 text-sm text-muted">
      {{ when }}. {{ sayMeasures(measures)
      }}<template v-if="verdict.sure === 'a first hint'"> A first hint: more strokes will tell more.</template>
    </p>
    <details v-if="verdict.also.length" class="mt-1 text-sm" data-also>
      <summary class="cursor-pointer text-muted">
        {{ verdict.also.length === 1 ? 'One smaller thing' : `${verdict.also.length} smaller things` }}
      </summary>
      <p v-for="one in verdict.also" :key="one" class="mt-1">{{ one }}</p>
    </details>
    <OffsetChart :measures="measures" :groove="groove" />
    <div class="mt-3 grid gap-x-8 gap-y-4" :class="{ 'lg:grid-cols-[1fr_16rem]': verdict.remedies.length }">
      <div>
        <h3 class="font-semibold text-highlighted">Landing together, worst first</h3>
        <p v-if="!unisons.length" class="text-sm text-muted">No two limbs met in what was measured.</p>
        <ul>
          <li
            v-for="one in unisons"
            :key="`${one.limbs.join()} ${one.tick}`"
            class="flex items-center gap-3 py-1 text-sm">
            <span class="w-56 shrink-0 max-sm:w-36"
              >{{ LIMB_NAMES[one.limbs[0]] }} and {{ LIMB_NAMES[one.limbs[1]] }},
              {{ sayPlaces(groove, [one.tick], settings.counting) }}</span
            >
            <svg :width="drawn(one.apart) + 14" height="12" class="shrink-0" aria-hidden="true">
              <line x1="6" y1="6" :x2="drawn(one.apart) + 6" y2="6" stroke="currentColor" />
              <circle cx="6" cy="6" r="5" :fill="toneOf(one.limbs[one.lean >= 0 ? 0 : 1], groove.lead)" />
              <circle
                :cx="drawn(one.apart) + 6"
                cy="6"
                r="5"
                :fill="toneOf(one.limbs[one.lean >= 0 ? 1 : 0], groove.lead)" />
            </svg>
            <span class="text-muted">{{ Math.round(one.apart) }} ms{{ heard(one) }}</span>
          </li>
        </ul>
        <h3 class="mt-3 font-semibold text-highlighted">How even</h3>
        <ul>
          <li v-for="one in spreads" :key="one.limb" class="flex items-center gap-3 py-0.5 text-sm">
            <span class="w-56">{{ LIMB_NAMES[one.limb] }}</span>
            <span
              class="h-2.5"
              :style="{ width: `${Math.min(180, one.spread! * 4)}px`, background: toneOf(one.limb, groove.lead) }"
              aria-hidden="true" />
            <span class="text-muted"
              >spread {{ Math.round(one.spread!) }} ms<template v-if="one.drift !== null && Math.abs(one.drift) >= 5"
                >, {{ Math.round(Math.abs(one.drift)) }} ms a minute {{ one.drift > 0 ? 'later' : 'earlier' }}</template
              ></span
            >
          </li>
        </ul>
        <p
          v-for="level in measures.levels.filter(one => one.strokes >= 8 && Math.abs(one.got - one.asked) >= 1)"
          :key="`${level.limb} ${level.asked}`"
          class="text-sm">
          The {{ LIMB_NAMES[level.limb] }} plays {{ level.got > level.asked ? 'louder' : 'softer' }} than asked: level
          {{ level.got }} where {{ level.asked }} stands.
        </p>
      </div>
      <div v-if="verdict.remedies.length">
        <h3 class="font-semibold text-highlighted">What would help</h3>
        <div v-for="(remedy, i) in verdict.remedies" :key="i" class="mb-3">
          <p class="text-sm text-muted">{{ remedy.says }}</p>
          <UButton color="neutral" class="mt-1" @click="emit('add', remedy)">Put it before stage {{ number }}</UButton>
        </div>
      </div>
    </div>
  </section>
</template>
