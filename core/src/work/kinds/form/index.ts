export * from './counts.js'
export * from './form.js'
export { form } from './kind.js'
