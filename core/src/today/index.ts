export * from './agenda.js'
