export * from './lines.js'
export * from './settings.js'
