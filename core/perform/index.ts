export { type Clave, claveIn, CLAVES, isClave } from './clave'
export { type Click, type ClickPlan, type Spoken, CLICKS, countIn, countsOf, sounds, SPOKEN } from './click'
export {
  type PlayedBy,
  type NewPassage,
  type Performance,
  type Passage,
  firstTempo,
  isRamp,
  looped,
  machinePlays,
  makePassage,
  passes,
  PLAYERS,
} from './performance'
export { type Cue, type CuePlace, type StrokeCue, cueId } from './cue'
export { CueLine } from './line'
export {
  type StepInstant,
  type Stride,
  stepInstantsOf,
  limbsStriking,
  sayInstant,
  stepBefore,
  stepFrom,
  STRIDES,
} from './steps'
