import { brushOf, painting } from './brush'
import { refuses, shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { onLine, withLines } from './line'
import { afterEdit, passed, retraced } from './mapped'
import { onPointer } from './press'
import { onSpan } from './span'
import { type EditorState, beginEditor, chosenIn } from './state'
import { onStrokes } from './strokes'
import { goes } from './walk'

/** What is chosen, painted with or marked given up, the nearest first. */
function escaped(state: EditorState, { kit }: Desk): EditorState {
  if (state.several.length) return { ...state, several: [] }
  if (brushOf(state, kit, state.cursor.limb)) return painting(state, null)
  return { ...state, span: null, of: null, anchor: null }
}

/** The groove changed from outside: what is chosen goes along. */
function edited(
  state: EditorState,
  { how, edit, after }: Extract<EditorEvent, { type: 'edited' }>,
  { groove }: Desk,
): EditorState {
  if (how === 'came') return { ...afterEdit(state, edit, groove, after), trail: [], ahead: [] }
  if (how !== 'made') return retraced(state, how, edit, groove, after)
  return passed(afterEdit(state, edit, groove, after), chosenIn(state))
}

/**
 * What an event comes to: the next state, at most one edit, and what is asked of the world. The edit can be made, and the state is the
 * one after it; what can't be done changes nothing but the place, and is said. The groove of the desk is the one before the event.
 * @example stepEditor(beginEditor(groove), { type: 'walk', by: 4 }, { groove, kit, newId: 'new' }).state.cursor.slot // => 4
 * @example stepEditor(beginEditor(groove), { type: 'level', level: 5 }, { groove, kit, newId: 'new' }).edit.put[0].level // => 5
 */
export function stepEditor(state: EditorState, event: EditorEvent, desk: Desk): EditorStep {
  switch (event.type) {
    case 'escape':
      return shows(escaped(state, desk))
    case 'paint':
      return shows(painting(state, event.brush))
    case 'edited':
      return shows(edited(state, event, desk))
    case 'opened': {
      const { brush, clip } = state
      return shows({ ...beginEditor(event.groove), brush, clip })
    }
  }
  return (
    onPointer(state, event, desk) ??
    goes(state, event, desk) ??
    onSpan(state, event, desk) ??
    withLines(state, event, desk) ??
    (state.cursor.line === null ? onStrokes(state, event, desk) : onLine(state, event, desk)) ??
    refuses(
      state,
      state.cursor.line === null
        ? 'That is done on a line above: go to one first.'
        : 'That can’t be done on a line above: go to a limb’s lane first.',
    )
  )
}
