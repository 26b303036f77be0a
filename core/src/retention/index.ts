export * from './lives.js'
