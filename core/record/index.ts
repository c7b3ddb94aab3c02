export * from './playing'
