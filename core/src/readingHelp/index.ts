export * from './lines.js'
export * from './settings.js'
export * from './words.js'
