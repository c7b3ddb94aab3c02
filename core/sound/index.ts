export * from './dsp'
export * from './voices'
export * from './mix'
