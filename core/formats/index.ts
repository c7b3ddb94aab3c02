export * from './json'
export * from './midi'
export * from './log-csv'
