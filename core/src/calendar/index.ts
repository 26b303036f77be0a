export * from './entry.js'
export * from './views.js'
