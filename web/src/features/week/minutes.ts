import { spanWords } from '../../words/states.js'

/** Minutes as people say them: "1 h 25 min". */
export const minutesWords = (minutes: number): string => spanWords(minutes * 60_000)
