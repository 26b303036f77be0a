export * from './digest.js'
export * from './schedule.js'
