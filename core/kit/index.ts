export * from './strokes'
export * from './kit'
export * from './presets'
