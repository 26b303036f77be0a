export * from './days.js'
export * from './local.js'
export * from './nearest.js'
export * from './offsets.js'
