export * from './conversation.js'
export * from './message.js'
export * from './posting.js'
export * from './room.js'
