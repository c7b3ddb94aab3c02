<script setup lang="ts">
import { ref } from 'vue'
import { ornamentsFor, partOf } from '#core/groove'
import { LEVEL_NAMES, LEVELS, STROKE_NAMES, pieceOf, piecesFor, strokesFor } from '#core/kit'
import type { LaneHands } from '~/composables/useLaneHands'
import { useBench } from '~/stores/bench'

/** The menu of a stroke, where it stands: by a long press of a finger, or the other button of a mouse. */
const props = defineProps<{ hands: LaneHands }>()
const bench = useBench()

interface Item { label: string, type?: 'checkbox', checked?: boolean, color?: 'error', disabled?: boolean, onSelect?: () => void, children?: Item[][] }
const items = ref<Item[][]>([])
const choice = (label: string, checked: boolean, onSelect: () => void): Item => ({ label, type: 'checkbox', checked, onSelect })

/** Made when it opens: a press that is still held counts as done. */
function open(now: boolean) {
  if (!now) return
  props.hands.release()
  const { hands } = props
  const part = hands.currentPart.value
  const [at] = hands.selected.value
  const stroke = part && partOf(bench.groove!, part.id)?.strokes.find(one => one.at === at)
  if (!part || !stroke) {
    items.value = [[{ label: 'A stroke here', onSelect: () => hands.put() }]]
    return
  }
  const piece = pieceOf(bench.kit, stroke.piece)
  items.value = [
    LEVELS.toReversed().map(level => choice(`${level} ${LEVEL_NAMES[level]}`, stroke.level === level, () => hands.alter(one => ({ ...one, level })))),
    [
      { label: 'Kind', children: [(piece ? strokesFor(piece, part.limb) : []).map(kind => choice(STROKE_NAMES[kind], stroke.stroke === kind, () => hands.setKind(kind)))] },
      { label: 'Piece', children: [piecesFor(bench.kit, part.limb).map(one => choice(one.name, one.id === stroke.piece, () => hands.setPiece(one.id)))] },
      { label: 'Ornament', children: [[choice('none', !stroke.ornament, () => hands.setOrnament(undefined)), ...(piece ? ornamentsFor(piece) : []).map(one => choice(one, stroke.ornament === one, () => hands.setOrnament(one)))]] },
    ],
    [{ label: 'Take out', color: 'error', onSelect: () => hands.remove() }],
  ]
}
</script>

<template>
  <UContextMenu :items="items" :modal="false" @update:open="open"><slot /></UContextMenu>
</template>
