export * from './json'
export * from './midi'
