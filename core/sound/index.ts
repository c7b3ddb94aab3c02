export * from './dsp'
export * from './limit'
export * from './sounds'
export * from './mix'
