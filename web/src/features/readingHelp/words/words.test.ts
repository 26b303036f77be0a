import { syllablesOf } from '@oppen/core/syllables'
import nlp from 'compromise/two'
import { describe, expect, it } from 'vitest'
import { cutAt } from '../aloud/samples.js'
import { syllableSpans } from './syllableSpans.js'
import { kindAt, kindsIn } from './wordKinds.js'

const wordsOf = (text: string, kind: string) =>
  kindsIn(nlp, text)
    .filter(one => one.kind === kind)
    .map(one => text.slice(one.from, one.to).replace(/[.,!?’']+$/, ''))

describe('what sort of word it is', () => {
  it('is what schools call it for 9 in 10 of the examples of the glossary to the National Curriculum of England for English (2014, quoted from memory)', () => {
    const examples: readonly (readonly [text: string, kind: string, words: string])[] = [
      ['Our dog bit the burglar on his behind!', 'noun', 'dog burglar'],
      ['My big brother did an amazing jump on his skateboard.', 'noun', 'brother jump skateboard'],
      ['He lives in Birmingham.', 'verb', 'lives'],
      ['The teacher wrote a song for the class.', 'verb', 'wrote'],
      ['He likes chocolate.', 'verb', 'likes'],
      ['He knew my father.', 'verb', 'knew'],
      ['The pupils did some really good work.', 'adjective', 'good'],
      ['Usha soon started snoring loudly.', 'adverb', 'soon loudly'],
      ['That match was really exciting!', 'adverb', 'really'],
      ['We don’t get to play games very often.', 'adverb', 'very often'],
      ['She waved to him.', 'pronoun', 'She him'],
      ['Tom waved goodbye to Christy.', 'preposition', 'to'],
      ['She will be back from Australia in two weeks.', 'preposition', 'from in'],
      ['James bought a bat and ball.', 'conjunction', 'and'],
      ['Kylie is young but she can kick the ball hard.', 'conjunction', 'but'],
      ['Joe can’t practise kicking because he’s injured.', 'conjunction', 'because'],
      ['Some boys know which book that pupil reads in the home team.', 'determiner', 'Some which that the'],
    ]
    const missed = examples.flatMap(([text, kind, words]) => {
      const found = wordsOf(text, kind)
      return words.split(' ').map(word => (found.includes(word) ? '' : `${word} (${kind})`))
    })
    expect(missed.filter(Boolean)).toEqual(['soon (adverb)', 'which (determiner)'])
  })

  it('of two words in one is not said, and "my" belongs to what is mine', () => {
    expect(kindAt(nlp, 'We’ll wait.', 0)).toBeUndefined()
    expect(kindAt(nlp, 'My brother waits.', 0)).toBe('determiner')
    expect(kindAt(nlp, 'It doesn’t rain.', 4)).toBe('verb')
    expect(kindAt(nlp, 'I want to read.', 7)).toBeUndefined()
  })

  it('is found in long texts at the place where a word stands', () => {
    const text = 'The children water the young plants slowly. '.repeat(400)
    const kinds = kindsIn(nlp, text)
    expect(kinds.length).toBe(2_800)
    for (const { from, to } of kinds) expect(text.slice(from, to)).toMatch(/^[A-Za-z]+\.?$/)
    const last = text.lastIndexOf('slowly')
    expect(kindAt(nlp, text, last)).toBe('adverb')
    expect(kindAt(nlp, text, text.lastIndexOf('children'))).toBe('noun')
  })

  it('is not looked for without end in what has no sentences', () => {
    const letters = 'x'.repeat(50_000)
    const marks = 'a\u0301 😀 שלום '.repeat(3_000)
    for (const text of [letters, marks])
      for (const { from, to } of kindsIn(nlp, text)) expect(to).toBeGreaterThan(from)
  })
})

describe('the syllables of a text', () => {
  it('stand out by every other one, from the second of each word on', () => {
    const text = 'The little garden, a computer.'
    expect(syllableSpans(text, 'en', syllablesOf).map(({ from, to }) => text.slice(from, to))).toEqual([
      'tle',
      'den',
      'put',
    ])
  })
})

describe('a word cut into its syllables', () => {
  it('loses nothing of its sound, and its edges are soft', () => {
    const chunks = [new Float32Array(1_000).fill(0.5), new Float32Array(1_000).fill(0.5)]
    const parts = cutAt(chunks, [0.5, 0.9], 1_000)
    expect(parts.map(one => one.length)).toEqual([500, 400, 1_100])
    for (const part of parts) {
      expect([part[0], part.at(-1)]).toEqual([0, 0])
      expect(part[part.length >> 1]).toBe(0.5)
    }
    expect(cutAt(chunks, [9], 1_000).map(one => one.length)).toEqual([2_000, 0])
  })
})
