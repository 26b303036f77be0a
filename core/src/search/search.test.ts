import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FOUND_BEGINS as B, FOUND_ENDS as E, MOST_WORDS, segmentsOf, wordsOf } from './index.js'

describe('the words that are looked for', () => {
  it('are letters and digits of any script, without what parts them', () => {
    expect(wordsOf('  "rain" OR (gauge*) -x; naïve Ærø 5mm')).toEqual([
      'rain',
      'OR',
      'gauge',
      'x',
      'naïve',
      'Ærø',
      '5mm',
    ])
    expect(wordsOf('雨量計 дождь')).toEqual(['雨量計', 'дождь'])
    expect(wordsOf('!?… — ')).toEqual([])
  })

  it('are few and short, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 400 }), typed => {
        const words = wordsOf(typed)
        expect(words.length).toBeLessThanOrEqual(MOST_WORDS)
        for (const word of words) expect(word).toMatch(/^[\p{L}\p{N}\p{M}]{1,40}$/u)
      }),
    )
  })
})

const unmarked = (text: string): string => text.replaceAll(B, '').replaceAll(E, '')

describe('a text with found words', () => {
  it('falls into what was found and what stands around it', () => {
    expect(segmentsOf(`read a ${B}rain${E} ${B}gauge${E}`)).toEqual([
      { text: 'read a ', found: false },
      { text: 'rain', found: true },
      { text: ' ', found: false },
      { text: 'gauge', found: true },
    ])
  })

  it('loses nothing, also where a mark has no end', () => {
    const part = fc.constantFrom('a', ' ', B, E, 'rain')
    fc.assert(
      fc.property(fc.array(part), parts => {
        const text = segmentsOf(parts.join(''))
          .map(one => one.text)
          .join('')
        expect(unmarked(text)).toBe(unmarked(parts.join('')))
      }),
    )
  })
})
