<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import type { Groove } from '#core/groove'
import { looped } from '#core/perform'
import { usePlayback } from '~/composables/usePlayback'
import { useKits } from '~/stores/kits'

/** Sounds a groove of the Shelf on its kit; fetched when the first is asked for. Asked for once more, it stops. */
const props = defineProps<{ groove: Groove; /** Another with every press. */ turn: number }>()
const kits = useKits()
const performance = computed(() => looped({ groove: props.groove, kit: kits.of(props.groove.kitId) }))
const { play, toggle } = usePlayback(performance)
onMounted(async () => {
  await kits.load()
  play()
})
watch(
  () => [props.turn, props.groove.id] as const,
  ([, id], [, before]) => (id === before ? toggle() : play()),
)
</script>

<template><span hidden /></template>
