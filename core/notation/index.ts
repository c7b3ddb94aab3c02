export * from './duration'
export * from './notate'
export * from './stages'
