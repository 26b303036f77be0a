export { reading } from './kind.js'
export * from './reading.js'
