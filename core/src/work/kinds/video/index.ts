export { video } from './kind.js'
export * from './video.js'
