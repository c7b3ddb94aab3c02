export { ticksOf } from './duration'
export { type Entry, type Notation, type NotationBar, type NoteHead, type Voice, notate } from './notate'
export { clefNote } from './clef'
export { type SheetEntry, type SheetSetup, printed, setUp } from './stages'
export {
  type Geometry,
  type Scale,
  type SlotPlace,
  FULL,
  LANES_SHAPE,
  laneUnder,
  layOut,
  levelAt,
  NARROW,
  NARROW_WIDTH,
  slotUnder,
  TALL,
} from './geometry'
export { markOf, markPath } from './marks'
export { sayLegend } from './legend'
export { type Stick, sticksOf } from './sticks'
export { SMALL_WIDTH, smallGeometry, stillOf, stillPaths } from './still'
