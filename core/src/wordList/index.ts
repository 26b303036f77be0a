export * from './wordList.js'
