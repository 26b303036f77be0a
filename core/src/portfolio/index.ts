export * from './kept.js'
export * from './links.js'
