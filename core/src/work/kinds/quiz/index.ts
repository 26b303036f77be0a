export * from './attempt.js'
export { quiz } from './kind.js'
export * from './quiz.js'
export * from './regrade.js'
