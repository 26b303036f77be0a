export * from './captions.js'
export * from './webVtt.js'
