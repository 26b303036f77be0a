export * from './number.js'
export * from './quantity.js'
export * from './rational.js'
export * from './units.js'
