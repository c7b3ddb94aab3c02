<script setup lang="ts">
import { type MoveGroup, type companionOf, BESIDE, MOVE_GROUPS } from '#core/vary'
import { useVary } from '~/stores/vary'

/** What to search for and what to show of it. Apart from the list, so that what is found does not draw it again. */
defineProps<{ running: boolean; companion: ReturnType<typeof companionOf> }>()
const emit = defineEmits<{ begin: [partner: boolean]; stop: [] }>()
const group = defineModel<MoveGroup | 'all moves'>('group', { required: true })
const filter = defineModel<string>('filter', { required: true })
const hearing = defineModel<boolean>('hearing', { required: true })

const vary = useVary()
const GROUPS = ['all moves', ...MOVE_GROUPS]
</script>

<template>
  <UButton v-if="!running" color="neutral" icon="i-lucide-search" @click="emit('begin', false)"
    >Search for ideas</UButton
  >
  <UButton v-else color="neutral" variant="outline" icon="i-lucide-square" @click="emit('stop')">Stop</UButton>
  <UButton color="neutral" variant="outline" :title="companion.says" @click="emit('begin', true)"
    >A {{ companion.promise === 'busier' ? 'busy' : 'simple' }} companion</UButton
  >
  <BarSelect v-model="group" label="With" means="Moves to try" :items="GROUPS" />
  <BarSelect v-model="vary.beside" label="Where" means="What else sounds" :items="['as usual', ...BESIDE]" />
  <BarSelect v-model="filter" label="Show" means="Which ideas to show" :items="['all', 'busier', 'simpler']" />
  <USwitch v-model="hearing" label="Hear as I point" />
  <USwitch v-model="vary.inPlace" label="After home" title="Three bars of home or more, then the idea, over and over" />
  <TasteRules />
</template>
