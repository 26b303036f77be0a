export * from './words.js'
