export { type SpeechSound, syllableTimes } from './sounds.js'
export { knowsSyllables, syllablesOf } from './syllables.js'
