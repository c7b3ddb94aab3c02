export { type OnsetStrength, HEAR_RATE, MOMENTS, onsetStrength } from './onsets'
export { type Beats, type TempoReading, findBeats } from './beats'
export { type HeardBar, barsIn } from './bars'
