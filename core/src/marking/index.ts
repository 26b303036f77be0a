export * from './annotation.js'
export * from './draft.js'
export * from './phrases.js'
export * from './stickers.js'
