export * from './average.js'
export * from './follow.js'
export * from './mark.js'
