export * from './average.js'
export * from './mark.js'
