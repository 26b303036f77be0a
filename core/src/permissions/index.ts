export * from './can.js'
export * from './seeAs.js'
