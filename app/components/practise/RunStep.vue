<script setup lang="ts">
import { computed } from 'vue'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { type Groove, sentence } from '#core/groove'
import { limbsStriking } from '#core/perform'
import type { StepHands } from '~/composables/useStep'
import { toneOf } from '~/lanes/tone'
import { useSettings } from '~/stores/settings'

/** Step by step with no pulse, for across the room: the limbs that strike as large as fits, and what each does. */
const props = defineProps<{ step: StepHands; groove: Groove }>()
const emit = defineEmits<{ grows: [on: boolean] }>()
const settings = useSettings()
const striking = computed(() => new Set(limbsStriking(props.step.step.value, props.groove.lead)))
const limbs = computed(() => limbsInOrder(props.groove.lead))
</script>

<template>
  <div data-phase="stepping">
    <ul class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-4" aria-hidden="true">
      <li
        v-for="limb in limbs"
        :key="limb"
        class="display border-t-6 py-3 text-4xl font-bold sm:text-6xl"
        :class="striking.has(limb) ? 'text-highlighted' : 'border-accented text-dimmed/50'"
        :style="striking.has(limb) ? { borderColor: toneOf(limb, groove.lead) } : {}">
        {{ LIMB_NAMES[limb] }}
      </li>
    </ul>
    <p class="mt-4 text-2xl sm:text-4xl" role="status" data-step-says>{{ sentence(step.says.value) }}</p>
    <p class="mt-3 flex flex-wrap items-center gap-2 text-lg text-muted">
      At once:
      {{ typeof step.state.value.stride === 'number' ? step.state.value.stride : `a ${step.state.value.stride}` }}
      <UButton color="neutral" variant="outline" @click="step.send({ grow: -1 })">Fewer</UButton>
      <UButton color="neutral" variant="outline" @click="step.send({ grow: 1 })">More</UButton>
      <UButton color="neutral" variant="outline" @click="step.send('back')">Back</UButton>
      <USwitch
        :model-value="step.state.value.grows"
        color="neutral"
        label="more each time through"
        class="ml-2"
        @update:model-value="on => emit('grows', on)" />
      <USwitch v-model="settings.stepSpeaks" color="neutral" label="say the count" class="ml-2" />
    </p>
  </div>
</template>
