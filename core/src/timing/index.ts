export * from './lessons.js'
export * from './when.js'
