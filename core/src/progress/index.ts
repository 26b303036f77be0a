export * from './overview.js'
export * from './piece.js'
