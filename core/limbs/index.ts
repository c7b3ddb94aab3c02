export type { Struck } from './struck'
export { type Solved, limbsFor } from './solve'
export { type LimbStroke, groupOf, partsFrom } from './parts'
export { sayDoubt, sayLeftOut, sayShared } from './say'
