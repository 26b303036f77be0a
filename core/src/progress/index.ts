export * from './overview.js'
