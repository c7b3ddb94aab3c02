import type { Brush } from '#core/groove'
import { type Kit, type Limb, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { mod } from '#core/time'
import type { EditorState } from './state'

const kindsOf = (kit: Kit, limb: Limb, piece: string) => {
  const found = pieceOf(kit, piece)
  return found ? strokesFor(found, limb) : []
}

/**
 * What a limb's presses paint with, while its kit has that; undefined, and a stroke is like its neighbours.
 * @example brushOf({ ...beginEditor(groove), brush: { RH: { piece: 'ride', stroke: 'bell' } } }, kit, 'RH') // => { piece: 'ride', stroke: 'bell' }
 */
export function brushOf({ brush }: Pick<EditorState, 'brush'>, kit: Kit, limb: Limb): Brush | undefined {
  const mine = brush[limb]
  return mine && kindsOf(kit, limb, mine.piece).includes(mine.stroke) ? mine : undefined
}

/** A state with another brush in the cursor's lane; null puts it down. @internal */
export function painting(state: EditorState, brush: Brush | null): EditorState {
  const { [state.cursor.limb]: _, ...others } = state.brush
  return { ...state, brush: brush ? { ...others, [state.cursor.limb]: brush } : others }
}

/** The next of the limb's pieces to paint with, after the last none. @internal */
export function nextBrushPiece(state: EditorState, kit: Kit): EditorState {
  const { limb } = state.cursor
  const pieces = piecesFor(kit, limb)
  const next = pieces[pieces.findIndex(piece => piece.id === brushOf(state, kit, limb)?.piece) + 1]
  const stroke = next && kindsOf(kit, limb, next.id)[0]
  return painting(state, stroke ? { piece: next.id, stroke } : null)
}

/** The next kind of stroke on the piece that is painted with; without one, the first piece. @internal */
export function nextBrushKind(state: EditorState, kit: Kit): EditorState {
  const brush = brushOf(state, kit, state.cursor.limb)
  if (!brush) return nextBrushPiece(state, kit)
  const kinds = kindsOf(kit, state.cursor.limb, brush.piece)
  return painting(state, { ...brush, stroke: kinds[mod(kinds.indexOf(brush.stroke) + 1, kinds.length)]! })
}
