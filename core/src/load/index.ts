export * from './spread.js'
export * from './week.js'
