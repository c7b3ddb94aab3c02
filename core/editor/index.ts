export {
  type Chosen,
  type Cursor,
  type EditorState,
  type Gesture,
  type Tool,
  beginEditor,
  partUnder,
  strokesChosen,
  tickOf,
  toolOf,
} from './state'
export type { Desk, EditorEffect, EditorEvent, EditorStep, Spot } from './events'
export { brushOf } from './brush'
export { noteUnder } from './line'
export { NOTHING_MARKED, markedBar } from './span'
export { stepEditor } from './step'
export { sayCursor, sayMarked } from './say'
export {
  type MapChosen,
  type MapDesk,
  type MapEvent,
  type MapState,
  type MapStep,
  barChosen,
  beginMap,
  fillChosen,
  stepMap,
} from './map'
