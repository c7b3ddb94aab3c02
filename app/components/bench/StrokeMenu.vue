<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import { type EditorEvent, partUnder, strokesChosen } from '#core/editor'
import { ornamentsFor } from '#core/groove'
import { LEVEL_NAMES, LEVELS, STROKE_NAMES, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { useBench } from '~/stores/bench'

/** The menu of a stroke, where it is: by a long press of a finger, or the other button of a mouse. It is beside the lanes and not around them, so that an edit does not draw it again. */
const emit = defineEmits<{ send: [event: EditorEvent]; closed: [] }>()
const bench = useBench()

interface Item {
  label: string
  type?: 'checkbox'
  checked?: boolean
  color?: 'error'
  onSelect?: () => void
  children?: Item[][]
}
const shown = ref(false)
const at = ref({ x: 0, y: 0 })
const items = ref<Item[][]>([])
const choice = (label: string, checked: boolean, event: EditorEvent): Item => ({
  label,
  type: 'checkbox',
  checked,
  onSelect: () => emit('send', event),
})

function itemsNow(): Item[][] {
  const { state, groove } = bench
  const part = state && groove && partUnder(state, groove)
  const [tick] = part ? strokesChosen(state, groove) : []
  const stroke = part?.strokes.find(one => one.at === tick)
  if (!part || !stroke) return [[{ label: 'A stroke here', onSelect: () => emit('send', { type: 'put' }) }]]
  const piece = pieceOf(bench.kit, stroke.piece)
  return [
    LEVELS.toReversed().map(level =>
      choice(`${level} ${LEVEL_NAMES[level]}`, stroke.level === level, { type: 'level', level }),
    ),
    [
      {
        label: 'Kind',
        children: [
          (piece ? strokesFor(piece, part.limb) : []).map(kind =>
            choice(STROKE_NAMES[kind], stroke.stroke === kind, { type: 'kind', kind }),
          ),
        ],
      },
      {
        label: 'Piece',
        children: [
          piecesFor(bench.kit, part.limb).map(one =>
            choice(one.name, one.id === stroke.piece, { type: 'piece', piece: one.id }),
          ),
        ],
      },
      {
        label: 'Ornament',
        children: [
          [
            choice('none', !stroke.ornament, { type: 'ornament', ornament: 'none' }),
            ...(piece ? ornamentsFor(piece) : []).map(one =>
              choice(one, stroke.ornament === one, { type: 'ornament', ornament: one }),
            ),
          ],
        ],
      },
    ],
    [{ label: 'Take out', color: 'error', onSelect: () => emit('send', { type: 'out' }) }],
  ]
}

/**
 * Whether a new press has begun since the menu opened. The press that asks for the menu ends after it opens, however long it is
 * held, and moves the focus then: until another begins, nothing outside closes the menu and nothing opens it again.
 */
let pressed = true
useEventListener(document, 'pointerdown', () => (pressed = true), { capture: true })
const outside = (event: Event) => !pressed && event.preventDefault()

/** At a place of the lanes, in pixels; a press that is still held counts as done. */
async function open(x: number, y: number) {
  if (shown.value && !pressed) return
  pressed = false
  emit('send', { type: 'release' })
  at.value = { x, y }
  items.value = itemsNow()
  await nextTick()
  shown.value = true
}
function closed(event: Event) {
  event.preventDefault()
  emit('closed')
}
defineExpose({ open })
</script>

<template>
  <UDropdownMenu
    v-model:open="shown"
    :items="items"
    :modal="false"
    :content="{ align: 'start', onCloseAutoFocus: closed, onInteractOutside: outside }">
    <span
      class="pointer-events-none absolute size-px"
      :style="{ left: `${at.x}px`, top: `${at.y}px` }"
      aria-hidden="true" />
  </UDropdownMenu>
</template>
