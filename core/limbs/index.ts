export type { Struck } from './struck'
export { type Solved, limbsFor } from './solve'
export { type LimbStroke, groupOf, partsFrom } from './parts'
export { sayDoubt, sayLeftOut } from './say'
