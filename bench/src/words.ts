import { wordsOf } from '@oppen/core/speech'
import { syllablesOf } from '@oppen/core/syllables'
import nlp from 'compromise/two'
import { syllableSpans } from '../../web/src/features/readingHelp/words/syllableSpans.js'
import { kindsIn } from '../../web/src/features/readingHelp/words/wordKinds.js'

const SENTENCES =
  'The children measure the rainfall behind the little harbour every morning. Nobody remembers a wetter October, because the wind brings heavy clouds. '
const WORDS = 10_000

export type WordTimes = {
  readonly syllables: number
  readonly kinds: number
  readonly bare: number
  readonly words: number
}

/** How long the syllables and the sorts of a text of 10,000 words take, as a worker finds them, and finding its words alone, in milliseconds. */
export function wordsOfText(): WordTimes {
  const text = SENTENCES.repeat(Math.ceil(WORDS / SENTENCES.trim().split(' ').length))
  const timed = (does: () => { readonly length: number }) => {
    const begun = performance.now()
    const { length } = does()
    return { ms: performance.now() - begun, length }
  }
  // what is made at the first time is made
  syllableSpans(SENTENCES, 'en', syllablesOf)
  kindsIn(nlp, SENTENCES)
  const bare = timed(() => wordsOf(text, 'en'))
  const syllables = timed(() => syllableSpans(text, 'en', syllablesOf))
  const kinds = timed(() => kindsIn(nlp, text))
  return { syllables: syllables.ms, kinds: kinds.ms, bare: bare.ms, words: bare.length }
}
