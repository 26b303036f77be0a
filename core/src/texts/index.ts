export * from './limits.js'
export * from './scripts.js'
