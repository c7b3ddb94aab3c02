<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { type Stage, whoPlays } from '#core/practise'

/** Who plays in a stage, limb by limb. */
const props = defineProps<{ groove: Groove; stage: Stage }>()
const WORDS = { player: 'you', sung: 'sung', machine: 'the machine', silent: 'silent' } as const
const by = (limb: Limb) => WORDS[whoPlays(props.groove, props.stage, limb)]
const says = computed(() =>
  limbsInOrder(props.groove.lead)
    .map(limb => `${LIMB_NAMES[limb]} ${by(limb)}`)
    .join(', '),
)
</script>

<template>
  <LimbSquares :lead="groove.lead" :by="by" :label="says" />
</template>
