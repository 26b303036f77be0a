export * from './birthday.js'
export * from './pages.js'
