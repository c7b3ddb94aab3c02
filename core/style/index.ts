export * from './card'
export * from './cards'
export * from './fit'
