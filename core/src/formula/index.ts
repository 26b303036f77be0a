export * from './equal.js'
export * from './parse.js'
export * from './value.js'
