<script setup lang="ts">
import { type Groove, sayLane } from '#core/groove'
import { type Kit, limbsInOrder } from '#core/kit'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useSettings } from '~/stores/settings'

/** The lanes for a listener: each limb's part as a sentence. */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const settings = useSettings()
const sentences = useAfterPaint(
  () => limbsInOrder(props.groove.lead).map(limb => sayLane(props.groove, props.kit, limb, settings.counting)),
  3,
)
</script>

<template>
  <ul class="sr-only" aria-label="The groove, limb by limb">
    <li v-for="line in sentences" :key="line">{{ line }}</li>
  </ul>
</template>
