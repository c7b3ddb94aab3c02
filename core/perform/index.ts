export { type Click, type ClickPlan, type Spoken, CLICKS, countIn, countsOf, sounds, SPOKEN } from './click'
export {
  type PlayedBy,
  type NewPassage,
  type Performance,
  type Passage,
  afterHome,
  firstTempo,
  homeBars,
  isRamp,
  looped,
  machinePlays,
  makePassage,
  passes,
  PLAYERS,
} from './performance'
export { type ClickCue, type Cue, type CuePlace, type StrokeCue, cueId } from './cue'
export { asHuman } from './as-human'
export { type Human, HUMAN_RANGE, humanOf } from './human'
export { CueLine } from './line'
export {
  type StepInstant,
  type Stepping,
  type SteppingEvent,
  type Stride,
  beginStepping,
  limbsStriking,
  sayInstant,
  stepInstantsOf,
  stepOn,
  stepThrough,
  STRIDES,
} from './steps'
