export * from './plan'
export * from './log'
