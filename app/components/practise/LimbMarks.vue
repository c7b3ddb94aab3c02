<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { type Stage, limbsBy } from '#core/practise'
import { toneOf } from '~/lanes/tone'

/** Who plays in a stage, limb by limb: filled is you, outlined the machine, dotted is sung, pale is silent. */
const props = defineProps<{ groove: Groove; stage: Stage }>()
const marks = computed(() => {
  const [you, sung, machine] = [
    limbsBy(props.groove, props.stage, 'player'),
    limbsBy(props.groove, props.stage, 'sung'),
    limbsBy(props.groove, props.stage, 'machine'),
  ]
  return limbsInOrder(props.groove.lead).map(limb => {
    const by = you.includes(limb)
      ? 'you'
      : sung.includes(limb)
        ? 'sung'
        : machine.includes(limb)
          ? 'the machine'
          : 'silent'
    const tone = toneOf(limb, props.groove.lead)
    const style =
      by === 'you'
        ? { background: tone, borderColor: tone }
        : by === 'silent'
          ? {}
          : { borderColor: tone, color: tone, borderStyle: by === 'sung' ? 'dotted' : 'solid' }
    return { limb, by, style }
  })
})
</script>

<template>
  <span class="flex gap-1" role="img" :aria-label="marks.map(one => `${LIMB_NAMES[one.limb]} ${one.by}`).join(', ')">
    <span
      v-for="one in marks"
      :key="one.limb"
      class="flex h-7 w-6 items-center justify-center border text-[0.65rem] font-bold"
      :class="one.by === 'you' ? 'text-inverted' : one.by === 'silent' ? 'border-muted text-dimmed' : ''"
      :style="one.style"
      aria-hidden="true"
      >{{ one.limb }}</span
    >
  </span>
</template>
