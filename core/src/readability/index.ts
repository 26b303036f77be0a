export * from './readability.js'
