export {
  type Anchor,
  type HeardBeats,
  LEVELS_COUNTED,
  RECORDING_LIMITS,
  RECORDING_SHAPE,
  type Recording,
  makeRecording,
  readRecording,
} from './schema'
export { type BeatMap, type MapBar, NEAR, barAt, barTimes, beatMapOf, nearest, tempoBetween } from './beat-map'
export { type Correction, corrected } from './correct'
