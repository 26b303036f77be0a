export * from './fluency.js'
