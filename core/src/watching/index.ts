export * from './jumps.js'
export * from './runs.js'
