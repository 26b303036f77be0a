export * from './schedule.js'
