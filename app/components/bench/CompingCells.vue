<script setup lang="ts">
import { together } from '#core/edit'
import { computed, ref } from 'vue'
import { type Edit, type Groove, apply, homeFor, makePart, sayPlace } from '#core/groove'
import type { Limb } from '#core/kit'
import { COMPING_CELLS, type CompingCell, placeCell } from '#core/style'
import { beatsOf } from '#core/time'
import { newId } from '~/documents/ids'
import { useSettings } from '~/stores/settings'

/** Comping cells, chosen and placed one by one on a felt beat. */
const props = defineProps<{ groove: Groove; limb: Limb }>()
const emit = defineEmits<{ edit: [edit: Edit]; try: [edit: Edit | undefined]; refused: [reason: string] }>()
const settings = useSettings()
/** Where a cell begins: a felt beat, its second or its third triplet, which swung eighths have as their off-beat. */
const place = ref('0.0')
const FROM = ['', ', second triplet', ', third triplet'] as const
const places = computed(() =>
  beatsOf(props.groove.bars).flatMap((one, i) =>
    FROM.map((where, third) => ({
      label: `${sayPlace(props.groove, one.at, settings.counting)}${where}`,
      value: `${i}.${third}`,
    })),
  ),
)
const told = computed(() => place.value.split('.').map(Number) as [beat: number, third: 0 | 1 | 2])

/** The cell as an edit: into the limb’s comping part, or into a new one. */
function placing(cell: CompingCell): Edit | undefined {
  const part = homeFor(props.groove, props.limb, 'comping')
  const fresh = makePart({ id: newId(), name: 'Comping', role: 'comping', limb: props.limb, given: ['role'] })
  const add: Edit = { type: 'add part', part: fresh, index: props.groove.parts.length }
  const base = part ? props.groove : { ...props.groove, parts: [...props.groove.parts, fresh] }
  const placed = placeCell(base, part ?? fresh, cell, told.value[0], 'snare', told.value[1])
  if (!placed.ok) {
    emit('refused', placed.reason)
    return undefined
  }
  const edit = part ? placed.value : together(`${cell.name}, in a new part`, [add, placed.value])
  return apply(props.groove, edit).ok ? edit : undefined
}
function take(cell: CompingCell) {
  const edit = placing(cell)
  emit('try', undefined)
  if (edit) emit('edit', edit)
}
</script>

<template>
  <fieldset class="mt-3 border-t border-default pt-2">
    <legend class="sr-only">Comping cells</legend>
    <BarSelect v-model="place" label="Or cell by cell, from" means="Where the cell begins" :items="places" />
    <div class="mt-1 flex flex-wrap gap-1">
      <UButton
        v-for="cell in COMPING_CELLS"
        :key="cell.id"
        size="xs"
        color="neutral"
        variant="outline"
        @click="take(cell)"
        >{{ cell.name }}</UButton
      >
    </div>
  </fieldset>
</template>
