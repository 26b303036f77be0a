export * from './items.js'
