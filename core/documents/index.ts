export * from './kinds'
export * from './archive'
export * from './open-file'
