export * from './unisons'
export * from './clashes'
export * from './backbeat'
