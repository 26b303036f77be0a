export { type MathNode, spokenFormula } from './formula.js'
export { LONGEST_SENTENCE, type Span, sentencesOf, spanAt, wordsNear, wordsOf } from './spans.js'
export { INSTEAD, type Piece, pieceAt, type Spoken, spokenOf } from './spoken.js'
export { guessedTimes, heardAt, type SpokenTime, type Told, timesOf } from './times.js'
