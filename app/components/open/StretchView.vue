<script setup lang="ts">
import { computed } from 'vue'
import { sayNear } from '#core/formats'
import { LIMB_NAMES, type Limb, otherSide } from '#core/kit'
import type { Stretch } from '~/stores/opened'

/** One stretch as the groove it would be: its lanes, what cannot be played, and where another limb would do as well. */
const props = defineProps<{ stretch: Stretch; chosen: ReadonlyMap<number, Limb> }>()
const emit = defineEmits<{ choose: [index: number, limb: Limb] }>()
const choices = computed(() => props.stretch.made.choices)
const mine = computed(() => [...props.chosen].map(([index, limb]) => ({ index, limb })))
</script>

<template>
  <div data-stretch>
    <LanesStill :groove="stretch.made.groove" large />
    <p v-for="says in sayNear(stretch.cut, 12)" :key="says" class="mt-3" data-near>{{ says }}</p>
    <section v-if="stretch.made.left.length" class="mt-5" data-left>
      <h3 class="font-semibold text-error">Can’t be played as it is written</h3>
      <ul class="mt-1 max-w-3xl space-y-0.5">
        <li v-for="(says, i) in stretch.made.left" :key="i">{{ says }}</li>
      </ul>
    </section>
    <p v-for="says in stretch.made.doubts" :key="says" class="mt-3" data-shared>{{ says }}</p>
    <section v-if="choices.length || mine.length" class="mt-5" data-choices>
      <h3 class="font-semibold">Either would do</h3>
      <ul class="mt-1 max-h-64 max-w-3xl overflow-y-auto">
        <li v-for="one in mine" :key="`mine-${one.index}`" class="flex flex-wrap items-center gap-3 py-1">
          Your choice: the {{ LIMB_NAMES[one.limb] }}.
          <UButton size="xs" color="neutral" variant="outline" @click="emit('choose', one.index, otherSide(one.limb))"
            >The {{ LIMB_NAMES[otherSide(one.limb)] }} after all</UButton
          >
        </li>
        <li v-for="one in choices" :key="one.index" class="flex flex-wrap items-center gap-3 py-1">
          {{ one.says }}
          <UButton size="xs" color="neutral" variant="outline" @click="emit('choose', one.index, one.other)"
            >The {{ LIMB_NAMES[one.other] }}</UButton
          >
        </li>
      </ul>
    </section>
  </div>
</template>
