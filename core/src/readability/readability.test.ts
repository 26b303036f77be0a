import { describe, expect, it } from 'vitest'
import { easeOf, FORMULAS, figuresOf } from './index.js'

/** A text of enough words. */
const TIDES = Array(10).fill('The water comes in over the mud twice a day. It goes out again.').join(' ')

describe('how hard a text is', () => {
  it('is its words, and the words of its sentences', () => {
    expect(figuresOf('Mud is soft. The estuary smells of salt, and of mud!', 'en')).toMatchObject({
      words: 11,
      sentences: 2,
      sentence: 5.5,
      long: 1 / 11,
      ease: null,
    })
    expect(figuresOf('', 'en')).toEqual({ words: 0, sentences: 0, sentence: 0, long: 0, ease: null })
    expect(figuresOf('\ufffc \u{1f980}', 'en')).toMatchObject({ words: 0, ease: null })
  })

  // R. Flesch, "The Art of Readable Writing" (1949), table of styles: words of a sentence, syllables of 100 words, and the ease
  // that they stand for; from memory
  it.each([
    ['very easy', 8, 123, 90, 100],
    ['easy', 11, 131, 80, 90],
    ['fairly easy', 14, 139, 70, 80],
    ['standard', 17, 147, 60, 70],
    ['fairly difficult', 21, 155, 50, 60],
    ['difficult', 25, 167, 30, 50],
    ['very difficult', 29, 192, 0, 30],
  ])('%s by the table of Flesch: %i words, %i syllables', (_, words, syllables, least, most) => {
    const ease = FORMULAS.flesch.ease(words, syllables / 100)
    expect(ease).toBeGreaterThan(least)
    expect(ease).toBeLessThan(most)
  })

  it('of a sentence that is often given as an example of the formula: 6 words of one syllable are 116', () => {
    const found = easeOf('The cat sat on the mat'.split(' '), 6, 'en-GB')
    expect(found?.formula).toBe('flesch')
    expect(found?.value).toBeCloseTo(116.145, 3)
  })

  it('in Portuguese is 42 more of the same words, by Martins and others', () => {
    const found = easeOf(['a', 'maré', 'sobe'], 3, 'pt')
    expect(found?.formula).toBe('martins')
    expect(found?.value).toBeCloseTo(FORMULAS.flesch.ease(3, 5 / 3) + 42, 9)
  })

  it('is not said of less than a hundred words, of a language without a formula, and where syllables are not known', () => {
    expect(figuresOf(TIDES, 'en').ease?.formula).toBe('flesch')
    expect(figuresOf(TIDES.slice(0, 200), 'en').ease).toBeNull()
    expect(figuresOf(TIDES, 'sv').ease).toBeNull()
    expect(figuresOf(Array(120).fill('潮が満ちる。').join(''), 'en').ease).toBeNull()
  })

  it('grows with shorter words and sentences', () => {
    const hard = Array(12)
      .fill('Estuarine sedimentation accumulates considerably, notwithstanding intermittent erosion.')
      .join(' ')
    expect(figuresOf(TIDES, 'en').ease?.value).toBeGreaterThan(90)
    expect(figuresOf(`${hard} ${hard}`, 'en').ease?.value).toBeLessThan(0)
  })
})
