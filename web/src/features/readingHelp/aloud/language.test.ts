// @vitest-environment node
import { eld } from 'eld/small'
import { expect, it } from 'vitest'
import { languageFound } from './language.js'

const SENTENCES = [
  ['en', 'Measure the rain at noon.'],
  ['en', 'Photosynthesis needs light, water and carbon dioxide.'],
  ['pt', 'A maré sobe duas vezes por dia.'],
  ['de', 'Schreibe auf, was du siehst.'],
  ['fr', 'Mesure la pluie à midi.'],
  ['es', 'Escribe lo que ves.'],
  ['it', 'Scrivi quello che vedi.'],
  ['uk', 'Виміряй дощ опівдні.'],
  ['ar', 'قس المطر عند الظهر'],
  ['pl', 'Zmierz deszcz w południe.'],
  ['ja', '正午に雨を測りなさい。'],
] as const

it.each(SENTENCES)('a sentence in %s is found to be, wherever it stands: %s', (language, sentence) => {
  for (const expected of ['en-GB', 'pt-PT', 'de'])
    expect(languageFound(eld, sentence, expected).split('-')[0]).toBe(language)
})

it.each(['OK', 'Yes', '12', '', '😀', 'x = 3', 'Ada'])('%j is in the language of its page', text => {
  expect(languageFound(eld, text, 'pt-PT')).toBe('pt-PT')
})

it('of a megabyte is found by its beginning', () => {
  expect(languageFound(eld, 'The rain falls on the hill. '.repeat(40_000), 'pt')).toBe('en')
})
