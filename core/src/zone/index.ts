export * from './local.js'
