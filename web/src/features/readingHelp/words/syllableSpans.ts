import { type Span, wordsOf } from '@oppen/core/speech'

type Parts = (word: string, language: string) => readonly string[] | undefined

/** Every other syllable of each word of a text: the second, the fourth and so on, so that each stands out from those beside it. */
export function syllableSpans(text: string, language: string, partsOf: Parts): Span[] {
  return wordsOf(text, language).flatMap(({ from, to }) => {
    let at = from
    return (partsOf(text.slice(from, to), language) ?? []).flatMap((part, index) => {
      const span = { from: at, to: at + part.length }
      at = span.to
      return index % 2 ? [span] : []
    })
  })
}
