<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Edit, type Groove, apply, homeFor, makePart, sayPlace, together } from '#core/groove'
import type { Limb } from '#core/kit'
import { CELLS, type Cell, placeCell } from '#core/style'
import { beatsOf } from '#core/time'
import { newId } from '~/documents/ids'
import { useSettings } from '~/stores/settings'

/** Comping cells, chosen and placed one by one on a felt beat. */
const props = defineProps<{ groove: Groove, limb: Limb }>()
const emit = defineEmits<{ edit: [edit: Edit], try: [edit: Edit | undefined], refused: [reason: string] }>()
const settings = useSettings()
const beat = ref(0)
const beats = computed(() => beatsOf(props.groove.bars).map((one, i) => ({ label: sayPlace(props.groove, one.at, settings.counting), value: i })))

/** The cell as an edit: into the limb’s comping part, or into a new one. */
function placing(cell: Cell): Edit | undefined {
  const part = homeFor(props.groove, props.limb, 'comping')
  const fresh = makePart({ id: newId(), name: 'Comping', role: 'comping', limb: props.limb, given: ['role'] })
  const add: Edit = { type: 'add part', part: fresh, index: props.groove.parts.length }
  const base = part ? props.groove : { ...props.groove, parts: [...props.groove.parts, fresh] }
  const placed = placeCell(base, part ?? fresh, cell, beat.value)
  if (!placed.ok) {
    emit('refused', placed.reason)
    return undefined
  }
  const edit = part ? placed.value : together(`${cell.name}, in a part of its own`, [add, placed.value])
  return apply(props.groove, edit).ok ? edit : undefined
}
function take(cell: Cell) {
  const edit = placing(cell)
  emit('try', undefined)
  if (edit) emit('edit', edit)
}
</script>

<template>
  <fieldset class="mt-3 border-t border-default pt-2">
    <legend class="sr-only">Comping cells</legend>
    <label class="flex items-center gap-2 text-sm text-muted">Or cell by cell, from
      <USelect v-model="beat" :items="beats" size="sm" class="w-32" aria-label="Beat for the cell" />
    </label>
    <div class="mt-1 flex flex-wrap gap-1">
      <UButton v-for="cell in CELLS" :key="cell.id" size="xs" color="neutral" variant="outline" @click="take(cell)">{{ cell.name }}</UButton>
    </div>
  </fieldset>
</template>
