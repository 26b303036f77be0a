export * from './placing.js'
