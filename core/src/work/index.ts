export * from './kind.js'
export * from './standing.js'
export * from './state.js'
export * from './title.js'
