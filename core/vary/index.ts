export * from './move'
export * from './displace'
