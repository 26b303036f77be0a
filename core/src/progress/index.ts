export * from './follow.js'
export * from './overview.js'
export * from './piece.js'
