export * from './limits.js'
