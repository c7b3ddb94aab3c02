import { type Ref, computed, ref } from 'vue'
import type { Brush } from '#core/groove'
import { type Limb, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { mod } from '#core/time'
import type { Cursor } from '../lanes/cursor'
import { useBench } from '../stores/bench'

/** What presses paint with: a piece and a stroke for each limb, chosen once for many slots. Without one a stroke is like its neighbours. */
export function useBrush(cursor: Ref<Cursor>) {
  const bench = useBench()
  // Each limb has its own: a ride chosen for one hand is not what the other hand plays.
  const chosen = ref<{ [L in Limb]?: Brush | undefined }>({})
  const pieces = computed(() => piecesFor(bench.kit, cursor.value.limb))
  const kindsOf = (id: string) => {
    const piece = pieceOf(bench.kit, id)
    return piece ? strokesFor(piece, cursor.value.limb) : []
  }
  /** The brush of the cursor's limb, while the kit has what it strikes. */
  const brush = computed(() => {
    const own = chosen.value[cursor.value.limb]
    return own && kindsOf(own.piece).includes(own.stroke) ? own : undefined
  })
  const kinds = computed(() => (brush.value ? kindsOf(brush.value.piece) : []))

  function take(piece: string, stroke = kindsOf(piece)[0]) {
    if (stroke) chosen.value[cursor.value.limb] = { piece, stroke }
  }
  function putDown() {
    const had = brush.value !== undefined
    chosen.value = { ...chosen.value, [cursor.value.limb]: undefined }
    return had
  }
  /** Through the limb's pieces in turn, and back to none. */
  function nextPiece() {
    const at = pieces.value.findIndex(piece => piece.id === brush.value?.piece)
    const next = pieces.value[at + 1]
    if (next) take(next.id)
    else putDown()
  }
  function nextKind() {
    if (!brush.value) return nextPiece()
    take(brush.value.piece, kinds.value[mod(kinds.value.indexOf(brush.value.stroke) + 1, kinds.value.length)])
  }
  const limb = computed(() => cursor.value.limb)
  return { limb, brush, pieces, kinds, take, putDown, nextPiece, nextKind }
}

export type BrushHands = ReturnType<typeof useBrush>
