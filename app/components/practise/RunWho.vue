<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, sentence } from '#core/groove'
import { LIMB_NAMES, limbsInOrder } from '#core/kit'
import { type Stage, sayStageLimbs, whoPlays } from '#core/practise'
import { toneOf } from '~/lanes/tone'

/** What to do, first and large: the limbs of a stage by mark and name; filled is you, outlined the machine, dotted is sung. */
const props = defineProps<{ groove: Groove; stage: Stage }>()
/** What is said beside a limb that is not the player’s own. */
const BESIDE = { player: '', sung: ', sung', machine: ', the machine', silent: '' } as const
const limbs = computed(() =>
  limbsInOrder(props.groove.lead)
    .map(limb => ({ limb, who: whoPlays(props.groove, props.stage, limb), tone: toneOf(limb, props.groove.lead) }))
    .filter(one => one.who !== 'silent'),
)
</script>

<template>
  <p class="display flex flex-wrap items-center gap-x-6 gap-y-1 text-xl font-bold sm:text-4xl" data-who>
    <span class="sr-only">{{ sayStageLimbs(groove, stage) }}</span>
    <span
      v-for="{ limb, who, tone } in limbs"
      :key="limb"
      class="flex items-center gap-2.5"
      :class="who === 'player' ? 'text-highlighted' : 'font-normal text-muted'"
      aria-hidden="true">
      <span
        class="size-4 border-3 sm:size-6"
        :style="{
          borderColor: tone,
          borderStyle: who === 'sung' ? 'dotted' : 'solid',
          background: who === 'player' ? tone : 'none',
        }" />{{ sentence(LIMB_NAMES[limb]) }}{{ BESIDE[who] }}
    </span>
  </p>
</template>
