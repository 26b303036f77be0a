import { expect, it } from 'vitest'
import { firstSentence } from './sample.js'

it.each([
  ['en', ' Take a jar.  Fill it to the mark. ', 'Take a jar.'],
  ['en', 'It was 3.5 mm deep. Then it rained.', 'It was 3.5 mm deep.'],
  ['pt', 'O que vês? Escreve-o.', 'O que vês?'],
  ['ja', '雨が降る。風が吹く。', '雨が降る。'],
  ['en', '', ''],
])('the first sentence of a text in %s', (language, text, sentence) => {
  expect(firstSentence(text, language)).toBe(sentence)
})

it('a long one is cut at a word, and one without words anywhere', () => {
  const cut = firstSentence('word '.repeat(500), 'en')
  expect(cut).toMatch(/^(word )+…$/)
  expect(cut.length).toBeLessThan(184)
  expect(firstSentence('w'.repeat(9_000), 'en')).toHaveLength(182)
})
