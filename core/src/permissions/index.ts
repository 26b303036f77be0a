export * from './can.js'
