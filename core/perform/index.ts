export { type Clave, claveIn, CLAVES, isClave } from './clave'
export { type Click, type ClickPlan, type Spoken, CLICKS, countIn, countsOf, sounds, SPOKEN } from './click'
export {
  type By,
  type NewSection,
  type Performance,
  type Section,
  firstTempo,
  isRamp,
  looped,
  machinePlays,
  makeSection,
  passes,
  PLAYERS,
} from './performance'
export { type Cue, type Place, type StrokeCue, cueId } from './cue'
export { CueLine } from './line'
export { type Instant, type Stride, instantsOf, limbsOf, sayInstant, stepBefore, stepFrom, STRIDES } from './steps'
