<script setup lang="ts">
import { computed } from 'vue'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { toneOf } from '~/lanes/tone'

/** The one sign for limbs: four squares in limb order. Filled plays, outlined is the machine’s, dotted is sung, a point is silent. */
type By = 'you' | 'the machine' | 'sung' | 'silent'
const props = defineProps<{
  lead: 'right' | 'left'
  by: (limb: Limb) => By
  /** What it says to a screen reader. */ label: string
}>()
const marks = computed(() =>
  limbsInOrder(props.lead).map(limb => {
    const by = props.by(limb)
    const tone = toneOf(limb, props.lead)
    return {
      limb,
      by,
      style:
        by === 'silent'
          ? {}
          : {
              borderColor: tone,
              borderStyle: by === 'sung' ? 'dotted' : 'solid',
              ...(by === 'you' ? { background: tone } : {}),
            },
    }
  }),
)
</script>

<template>
  <span class="inline-flex shrink-0 gap-1" role="img" :aria-label="label">
    <span
      v-for="one in marks"
      :key="one.limb"
      class="grid size-4 place-items-center"
      :class="one.by === 'silent' ? '' : 'border-2'"
      :style="one.style"
      :title="`${LIMB_NAMES[one.limb]}: ${one.by}`"
      aria-hidden="true"
      ><span v-if="one.by === 'silent'" class="size-1 rounded-full bg-(--ui-border-accented)"
    /></span>
  </span>
</template>
