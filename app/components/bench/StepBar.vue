<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { sentence } from '#core/groove'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { STRIDES, type Stride, limbsStriking } from '#core/perform'
import { usePanelKeys } from '~/composables/usePanelKeys'
import type { StepHands } from '~/composables/useStep'
import { toneOf } from '~/lanes/tone'
import { useSettings } from '~/stores/settings'

/** One instant after another with no pulse: which limbs strike, large, and what they do in words. */
const props = defineProps<{ hands: StepHands; lead: 'right' | 'left' }>()
const settings = useSettings()
const root = useTemplateRef<HTMLElement>('root')
const struck = computed(() => limbsStriking(props.hands.step.value, props.lead))
const NAMES: Record<Stride, string> = { 1: 'one', 2: 'two', 3: 'three', beat: 'a beat', bar: 'a bar' }
const items = STRIDES.map(value => ({ label: NAMES[value], value }))
const key = usePanelKeys(root, 'step', {
  next: () => props.hands.send('next'),
  back: () => props.hands.send('back'),
  again: () => props.hands.send('again'),
  more: () => props.hands.send({ grow: 1 }),
  fewer: () => props.hands.send({ grow: -1 }),
  leave: () => props.hands.toggle(),
})
</script>

<template>
  <section
    ref="root"
    tabindex="0"
    class="shrink-0 border-y border-default bg-elevated px-3 py-2"
    aria-label="Step through, with no pulse"
    data-step-bar
    @keydown="key">
    <div class="flex flex-wrap items-center gap-2">
      <UButton color="neutral" variant="outline" icon="i-lucide-arrow-left" @click="hands.send('back')">Back</UButton>
      <UButton color="neutral" trailing-icon="i-lucide-arrow-right" @click="hands.send('next')">Next</UButton>
      <UButton color="neutral" variant="outline" icon="i-lucide-rotate-ccw" @click="hands.send('again')">Again</UButton>
      <BarSelect
        label="At a time"
        means="How many at a time"
        :model-value="hands.state.value.stride"
        :items="items"
        @update:model-value="one => hands.send({ stride: one as Stride })" />
      <USwitch v-model="settings.stepSpeaks" color="neutral" label="say the count" class="ml-2" />
      <span class="ml-auto text-sm text-muted pointer-coarse:hidden">Space, ← →, + and −</span>
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-x"
        aria-label="Leave Step"
        @click="hands.toggle()" />
    </div>
    <div class="mt-2 grid grid-cols-4 gap-2" aria-hidden="true">
      <span
        v-for="limb in limbsInOrder(lead)"
        :key="limb"
        :data-limb="limb"
        :data-lit="struck.includes(limb)"
        class="display border-b-4 pb-0.5 text-xl"
        :class="struck.includes(limb) ? 'font-bold text-highlighted' : 'border-muted text-dimmed'"
        :style="struck.includes(limb) ? { borderColor: toneOf(limb, lead) } : {}"
        >{{ sentence(LIMB_NAMES[limb]) }}</span
      >
    </div>
    <p class="mt-1.5 text-lg" role="status" data-step-says>{{ hands.says.value }}</p>
  </section>
</template>
