export * from './dsp'
export * from './sounds'
export * from './mix'
