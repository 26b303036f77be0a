export * from './jumps.js'
export * from './runs.js'
export * from './stops.js'
