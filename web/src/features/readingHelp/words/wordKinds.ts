import type { WordKind } from '@oppen/core/readingHelp'
import type { Span } from '@oppen/core/speech'

/** A word of a text, and what sort of word it is there; undefined where that is not known. */
export type KindSpan = Span & { readonly kind: WordKind | undefined }

/** What finds the sorts of words of an English text (`compromise`). */
export type Tagger = (text: string) => { json(options: unknown): unknown }

type Term = {
  readonly text: string
  readonly tags: readonly string[]
  readonly offset: { readonly start: number; readonly length: number }
}

/** The language in which sorts of words are known. */
export const KINDS_KNOWN_IN = 'en'

/** So much of a text is given to it at once: it needs a time that grows with the sentence. */
const STRETCH = 4_000

/** Whose something is, as schools call it: a determiner, though it stands for a name. */
const WHOSE = /^(?:my|your|his|her|its|our|their)$/i
const ASKED_FOR = /^(?:who|whom|whose|what|which|whoever|whatever)$/i

/** By which tags a word is of a sort; the first that it has decides. */
const SORTS: readonly (readonly [tag: string, kind: WordKind])[] = [
  ['Expression', 'interjection'],
  ['Determiner', 'determiner'],
  ['Conjunction', 'conjunction'],
  ['Preposition', 'preposition'],
  ['Negative', 'adverb'],
  ['Particle', 'adverb'],
  ['Adverb', 'adverb'],
  ['Pronoun', 'pronoun'],
  ['Value', 'numeral'],
  ['Verb', 'verb'],
  ['Adjective', 'adjective'],
  ['Noun', 'noun'],
]

function kindOf({ text, tags }: Term, next: Term | undefined): WordKind | undefined {
  // "we'll" is two words in one: neither sort is the whole
  if (next?.offset.length === 0 && !next.tags.includes('Negative')) return undefined
  if (WHOSE.test(text) && next?.tags.some(tag => tag === 'Noun' || tag === 'Adjective')) return 'determiner'
  // before a verb it is neither
  if (/^to$/i.test(text)) return next?.tags.includes('Infinitive') ? undefined : 'preposition'
  if (tags.includes('QuestionWord'))
    return !ASKED_FOR.test(text) ? 'adverb' : next?.tags.includes('Noun') ? 'determiner' : 'pronoun'
  return SORTS.find(([tag]) => tags.includes(tag))?.[1]
}

/** The words of an English text and what sort each is of, in order. */
export function kindsIn(tagger: Tagger, text: string): KindSpan[] {
  const spans: KindSpan[] = []
  for (let from = 0; from < text.length; ) {
    const to = endOfStretch(text, from)
    const sentences = tagger(text.slice(from, to)).json({ offset: true }) as {
      readonly terms: readonly Term[]
    }[]
    for (const { terms } of sentences)
      for (const [index, term] of terms.entries()) {
        const { start, length } = term.offset
        if (length > 0)
          spans.push({ from: from + start, to: from + start + length, kind: kindOf(term, terms[index + 1]) })
      }
    from = to
  }
  return spans
}

/** Ends a stretch between sentences, else between words. */
function endOfStretch(text: string, from: number): number {
  if (text.length - from <= STRETCH) return text.length
  const window = text.slice(from, from + STRETCH)
  const end = Math.max(window.lastIndexOf('. '), window.lastIndexOf('\n'))
  return from + (end > 0 ? end + 1 : window.lastIndexOf(' ') + 1 || STRETCH)
}

/** What sort of word stands at a place of an English text; undefined where that is not known. */
export function kindAt(tagger: Tagger, text: string, at: number): WordKind | undefined {
  const from = Math.max(0, at - STRETCH / 2)
  const sentences = kindsIn(tagger, text.slice(from, at + STRETCH / 2))
  return sentences.find(one => one.from + from <= at && at < one.to + from)?.kind
}
