export * from './when.js'
