export * from './fold.js'
export * from './limits.js'
export * from './scripts.js'
