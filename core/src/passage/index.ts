export * from './anchor.js'
export * from './text.js'
