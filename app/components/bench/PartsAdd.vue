<script setup lang="ts">
import type { EditorEvent } from '#core/editor'
import type { Edit, Groove } from '#core/groove'
import { useBench } from '~/stores/bench'

/** What is added to the parts, opened at its button and over the readout: the lanes, where it is shown, stay free. */
defineProps<{ groove: Groove }>()
const adding = defineModel<boolean>('adding', { required: true })
const celling = defineModel<boolean>('celling', { required: true })
const emit = defineEmits<{
  edit: [edit: Edit]
  hear: [on: boolean]
  refused: [reason: string]
  send: [event: EditorEvent]
  line: []
}>()
const bench = useBench()
const content = {
  side: 'right',
  align: 'end',
  sideOffset: 12,
  collisionPadding: { top: 72, bottom: 72, left: 8, right: 8 },
} as const
const ui = {
  content: 'w-74 max-h-(--reka-popover-content-available-height) overflow-y-auto bg-default px-5 py-4 ring-accented',
}
</script>

<template>
  <UButton size="xs" color="neutral" variant="outline" @click="emit('line')">{{
    groove.guides.length ? 'The line above' : 'Add a line above'
  }}</UButton>
  <UPopover v-model:open="celling" :dismissible="false" :content="{ ...content, sideOffset: 116 }" :ui="ui">
    <UButton size="xs" color="neutral" variant="outline">Cells</UButton>
    <template #content>
      <CellsPanel
        v-if="bench.state"
        :groove="bench.here"
        :kit="bench.kit"
        :state="bench.state"
        @edit="edit => emit('edit', edit)"
        @try="bench.tryOut"
        @refused="reason => emit('refused', reason)"
        @send="event => emit('send', event)"
        @close="celling = false" />
    </template>
  </UPopover>
  <UPopover v-model:open="adding" :dismissible="false" :content="content" :ui="ui">
    <UButton size="xs" color="neutral" variant="outline" icon="i-lucide-plus">Add a part</UButton>
    <template #content>
      <AddPart
        :groove="groove"
        :kit="bench.kit"
        @edit="edit => emit('edit', edit)"
        @try="bench.tryOut"
        @hear="on => emit('hear', on)"
        @refused="reason => emit('refused', reason)"
        @close="adding = false" />
    </template>
  </UPopover>
</template>
