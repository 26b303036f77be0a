import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldedWord, formsOf, type ListedWord, listedFor, readListedWord, WORD_LIMITS } from './index.js'

const typed = (changed: Partial<ListedWord> = {}): ListedWord => ({
  word: 'Compost',
  meaning: 'What plants become when they rot.',
  example: '',
  translations: [],
  ...changed,
})

describe('a word with what it means', () => {
  it('is read without blanks around it and without empty translations', () => {
    const read = readListedWord(
      typed({
        word: '  rain   gauge ',
        meaning: ' It measures rain. ',
        translations: [
          { language: 'pt', word: ' udómetro ' },
          { language: 'uk', word: '  ' },
        ],
      }),
    )
    expect(read).toEqual({
      ok: true,
      value: {
        word: 'rain gauge',
        meaning: 'It measures rain.',
        example: '',
        translations: [{ language: 'pt', word: 'udómetro' }],
      },
    })
  })

  it('is refused where nothing is said of it, or where one part is too long, by its name', () => {
    expect(readListedWord(typed({ word: ' ' }))).toMatchObject({ refusal: { code: 'text_empty' } })
    expect(readListedWord(typed({ meaning: ' ' }))).toMatchObject({
      refusal: { code: 'word_unexplained', params: { word: 'Compost' } },
    })
    const meaning = 'x'.repeat(WORD_LIMITS.meaning + 1)
    expect(readListedWord(typed({ meaning }))).toMatchObject({
      refusal: { code: 'text_long', params: { what: 'meaning', most: WORD_LIMITS.meaning } },
    })
    const translations = [{ language: 'pt' as const, word: 'y'.repeat(WORD_LIMITS.word + 1) }]
    expect(readListedWord(typed({ translations }))).toMatchObject({ refusal: { code: 'text_long' } })
    expect(readListedWord(typed({ meaning: '', example: 'The compost is warm.' }))).toMatchObject({
      ok: true,
    })
  })
})

describe('a word of a text', () => {
  const list = [
    'leaf',
    'compost',
    'berry',
    'plan',
    'water',
    'Ada',
    'rain gauge',
    'folha',
    'flor',
    'pão',
    'jardim',
  ].map(word => ({ word }))
  it.each([
    ['leaves', 'en', 'leaf'],
    ['LEAF', 'en-GB', 'leaf'],
    ['berries', 'en', 'berry'],
    ['planned', 'en', 'plan'],
    ['planning', 'en', 'plan'],
    ['watered', 'en', 'water'],
    ['Ada’s', 'en', 'Ada'],
    ['Rain  gauges', 'en', 'rain gauge'],
    ['folhas', 'pt', 'folha'],
    ['flores', 'pt-PT', 'flor'],
    ['pães', 'pt', 'pão'],
    ['jardins', 'pt', 'jardim'],
  ])('%s (%s) is found as %s', (word, language, found) => {
    expect(listedFor(word, language, list)?.word).toBe(found)
  })

  it('is found as it stands before it is found as what it may come from', () => {
    expect(listedFor('leaves', 'en', [{ word: 'leaf' }, { word: 'leaves' }])?.word).toBe('leaves')
  })

  it('is not taken apart in a language whose endings are not known, nor where little is left of it', () => {
    expect(formsOf('Blätter', 'de')).toEqual(['blätter'])
    expect(formsOf('is', 'en')).toEqual(['is'])
    expect(formsOf('bed', 'en')).toEqual(['bed'])
    expect(listedFor('plane', 'en', list)).toBeUndefined()
  })

  it('is folded in one way however it is written', () => {
    expect(foldedWord('  PÃO ')).toBe(foldedWord('pa\u0303o'))
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), word => {
        expect(foldedWord(foldedWord(word))).toBe(foldedWord(word))
      }),
    )
    expect(foldedWord('x'.repeat(1_000_000)).length).toBeLessThan(300)
  })
})
