export { lcm, mod, TICKS_PER_QUARTER, unitTicks } from './ticks'
export {
  type Meter,
  beatTicks,
  isCompound,
  MAX_COUNT,
  meter,
  meterTicks,
  readGroups,
  UNITS,
  usualGroups,
  writeMeter,
} from './meter'
export {
  type BarTime,
  type Beat,
  type Slot,
  barStarts,
  barsTicks,
  beatAt,
  beatsOf,
  divides,
  placeTick,
  slotPlace,
  slotsOf,
  SUBDIVISIONS,
} from './grid'
export { eighthsIn, eighthsOf, isDotted, offBeatOf } from './eighths'
export { type Counting, barNumber, countBeat, countSlots, NUMBERS, sayTick } from './count'
export { type Swing, SHARE, swingOf, swungTick } from './swing'
export {
  type NoteValue,
  type Tempo,
  convertTempo,
  NOTE_VALUES,
  sayNoteValue,
  sayTempo,
  tappedBpm,
  TEMPO_RANGE,
  tickSeconds,
} from './tempo'
export { aNote, noteName } from './notes'
export { ordinal } from './ordinal'
export { type BeatGrid, APART, bestGrid, gridCost, gridsFor, slotsSounding } from './quantise'
