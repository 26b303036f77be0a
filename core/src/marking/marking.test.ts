import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  ANNOTATION_LIMITS,
  type Annotation,
  findQuote,
  NO_VERDICT,
  type Passage,
  quoteOf,
  readAnnotation,
  readPhrase,
  STICKERS,
  sameVerdict,
  saysNothing,
  withPhrase,
} from './index.js'

describe('words that were marked in a text', () => {
  // the example of the Web Annotation Data Model, 4.2.4 Text Quote Selector (W3C, https://www.w3.org/TR/annotation-model/)
  it('are found as the recommendation shows it', () => {
    const text = 'The results of this annotation are shown.'
    const quote = { exact: 'anotation', prefix: 'this is an ', suffix: ' that has some', start: 0 }
    expect(
      findQuote(`It says: this is an anotation that has some mistakes, as an anotation may.`, quote),
    ).toEqual({
      from: 20,
      to: 29,
    })
    expect(findQuote(text, quote)).toBeUndefined()
  })

  it('are those of the same surroundings where they stand several times, else the nearest', () => {
    const text = 'sand and silt and clay and loam'
    const second = quoteOf(text, text.indexOf('and', 9), text.indexOf('and', 9) + 3)
    expect(findQuote(`First: ${text}`, second)).toEqual({ from: 7 + 14, to: 7 + 17 })
    expect(findQuote('and and and', { exact: 'and', prefix: '', suffix: '', start: 7 })).toEqual({
      from: 8,
      to: 11,
    })
  })

  it('are found where they were taken from, whatever the text', () => {
    const text = fc.string({ unit: 'binary', maxLength: 300 })
    fc.assert(
      fc.property(text, fc.nat(300), fc.nat(60), (whole, at, length) => {
        const from = Math.min(at, whole.length)
        const quote = quoteOf(whole, from, Math.min(whole.length, from + length))
        const found = findQuote(whole, quote)
        if (!quote.exact) return found === undefined
        return !!found && whole.slice(found.from, found.to) === quote.exact && found.from === from
      }),
      { numRuns: 2_000 },
    )
  })

  it('cost no more than a look at each place', () => {
    const text = 'a'.repeat(300_000)
    const quote = {
      exact: 'a'.repeat(ANNOTATION_LIMITS.exact),
      prefix: 'a'.repeat(64),
      suffix: 'a'.repeat(64),
      start: 100_000,
    }
    expect(findQuote(text, quote)).toEqual({ from: 100_000, to: 102_000 })
  })
})

describe('what is put over a work', () => {
  const passage: Passage = {
    ...({ kind: 'passage', id: 'a', page: 'text 1', look: 'strike', text: '', fileId: null } as const),
    quote: { exact: 'sand', prefix: '', suffix: '', start: 0 },
  }
  it('is read: notes, ink, stickers and words that were marked', () => {
    for (const item of [
      passage,
      { kind: 'sticker', id: 'b', page: 'text 1', x: 1, y: 2, sticker: STICKERS[0] },
      { kind: 'note', id: 'c', page: 'file x', x: 1, y: 2, text: 'Why?', fileId: null },
    ] as const)
      expect(readAnnotation(item)).toEqual({ ok: true, value: item })
  })

  it.each<[string, Annotation]>([
    ['on no page', { ...passage, page: '' }],
    ['with no words', { ...passage, quote: { ...passage.quote, exact: '  ' } }],
    ['before the beginning', { ...passage, quote: { ...passage.quote, start: -1 } }],
    ['with too much around it', { ...passage, quote: { ...passage.quote, prefix: 'x'.repeat(65) } }],
    ['a sticker nowhere', { kind: 'sticker', id: 'b', page: 'p', x: Number.NaN, y: 2, sticker: 'kite' }],
    ['a sticker of none', { kind: 'sticker', id: 'b', page: 'p', x: 1, y: 2, sticker: 'star' as never }],
  ])('is refused: %s', (_, item) =>
    expect(readAnnotation(item)).toMatchObject({ refusal: { code: 'ink_unreadable' } }),
  )

  it('says no more than a note may', () => {
    expect(readAnnotation({ ...passage, text: 'x'.repeat(4_001) })).toMatchObject({
      refusal: { code: 'text_long', params: { got: 4_001 } },
    })
  })
})

describe('a phrase', () => {
  it('stands behind what is written, with the name of whom it is about', () => {
    expect(withPhrase('', 'Well done, {name}!', 'Ada')).toBe('Well done, Ada!')
    expect(withPhrase('Yes.', '{name}, {name}!', 'Bo')).toBe('Yes. Bo, Bo!')
    expect(withPhrase('Yes.\n', 'Label the unit.', 'Bo')).toBe('Yes.\nLabel the unit.')
    expect(withPhrase('A', '{name}', '$1')).toBe('A $1')
  })

  it('has words, and not too many', () => {
    expect(readPhrase('  Good. ')).toEqual({ ok: true, value: 'Good.' })
    expect(readPhrase(' ')).toMatchObject({ refusal: { code: 'text_empty' } })
    expect(readPhrase('x'.repeat(401))).toMatchObject({ refusal: { code: 'text_long' } })
  })
})

describe('what is said of a submission', () => {
  it('is nothing, or the same as something else', () => {
    expect(saysNothing({ ...NO_VERDICT, feedback: ' \n' })).toBe(true)
    expect(saysNothing({ ...NO_VERDICT, sticker: 'shell' })).toBe(false)
    expect(saysNothing({ ...NO_VERDICT, mark: 0 })).toBe(false)
    const levels = { a: '1', b: '2' }
    expect(sameVerdict({ ...NO_VERDICT, levels }, { ...NO_VERDICT, levels: { b: '2', a: '1' } })).toBe(true)
    expect(sameVerdict({ ...NO_VERDICT, levels }, { ...NO_VERDICT, levels: { a: '1' } })).toBe(false)
    expect(sameVerdict({ ...NO_VERDICT, mark: 0 }, NO_VERDICT)).toBe(false)
  })
})
