export * from './agenda.js'
export * from './byDay.js'
