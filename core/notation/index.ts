export * from './duration'
export * from './notate'
