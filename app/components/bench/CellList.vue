<script setup lang="ts">
import { computed, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Cell } from '#core/groove'
import { useCells } from '~/stores/cells'
import { useSettings } from '~/stores/settings'

/** The player’s own cells: laid by a press, renamed, dragged or moved into an order that stays, put into the bin. */
const emit = defineEmits<{ lay: [cell: Cell]; refused: [reason: string] }>()
const cells = useCells()
const settings = useSettings()
const toast = useToast()

/** Those that were never moved come after those that were, as the server has them. */
const ordered = computed({
  get: () => {
    const place = (cell: Cell) => {
      const at = settings.cellOrder.indexOf(cell.id)
      return at < 0 ? Infinity : at
    }
    return cells.list.toSorted((a, b) => (place(a) === place(b) ? 0 : place(a) - place(b)))
  },
  set: now => (settings.cellOrder = now.map(cell => cell.id)),
})
const move = (from: number, by: number) => {
  const cell = ordered.value[from]
  if (cell) ordered.value = ordered.value.toSpliced(from, 1).toSpliced(from + by, 0, cell)
}

/** The cell that is being renamed. */
const naming = ref('')
async function rename(cell: Cell, event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  naming.value = ''
  if (!name || name === cell.name) return
  try {
    await cells.rename(cell.id, name)
  } catch (error) {
    emit('refused', (error as Error).message)
  }
}
async function bin(cell: Cell) {
  const back = await cells.bin(cell.id)
  toast.add({
    title: `The cell “${cell.name}” is in the bin.`,
    actions: [{ label: 'Undo', onClick: () => void back() }],
  })
}
</script>

<template>
  <p v-if="!cells.list.length" class="text-sm text-muted">
    Mark a beat or more over the counts, then “Keep as a cell”.
  </p>
  <VueDraggable v-model="ordered" tag="ul" handle=".grip" :animation="120">
    <li v-for="(cell, i) in ordered" :key="cell.id" class="flex items-center gap-1 border-b border-muted">
      <span class="grip cursor-grab select-none px-1 text-muted" aria-hidden="true">⠿</span>
      <UInput
        v-if="naming === cell.id"
        :default-value="cell.name"
        maxlength="60"
        autofocus
        class="min-w-0 flex-1"
        :aria-label="`Name of the cell ${cell.name}`"
        @keydown.enter="rename(cell, $event)"
        @keydown.escape.stop="naming = ''"
        @blur="(event: FocusEvent) => naming && rename(cell, event)" />
      <button
        v-else
        type="button"
        class="min-w-0 flex-1 cursor-pointer truncate py-1 text-left hover:bg-elevated focus:bg-elevated"
        :data-cell="cell.name"
        @click="emit('lay', cell)">
        {{ cell.name }}
      </button>
      <UButton
        v-if="i"
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-arrow-up"
        :aria-label="`The cell ${cell.name} earlier`"
        @click="move(i, -1)" />
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-pencil"
        :aria-label="`Rename the cell ${cell.name}`"
        @click="naming = cell.id" />
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-trash-2"
        :aria-label="`Put the cell ${cell.name} in the bin`"
        @click="bin(cell)" />
    </li>
  </VueDraggable>
</template>
