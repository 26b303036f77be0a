export * from './look.js'
