import { describe, expect, it } from 'vitest'
import { checkPassage, EMPTY_PASSAGE, READING_LIMITS } from './index.js'

const word = (text: string) => ({
  id: text,
  word: text,
  meaning: '',
  example: '',
  picture: null,
  sound: null,
})

describe('a passage', () => {
  it('can be posted with words or a picture in it, whatever else it lacks', () => {
    expect(checkPassage({ ...EMPTY_PASSAGE, html: '<p>Low tide.</p>' }).ok).toBe(true)
    expect(checkPassage({ html: '<p><img src="/a" alt=""></p>', words: [word('mud')] }).ok).toBe(true)
  })

  it.each([
    ['<p>&nbsp; </p>', [], { code: 'passage_empty' }],
    ['<p>Mud.</p>', [word('mud'), word(' ')], { code: 'passage_word_empty', params: { number: 2 } }],
    [
      '<p>Mud.</p>',
      Array.from({ length: READING_LIMITS.words + 1 }, (_, at) => word(`w${at}`)),
      { code: 'passage_words', params: { most: READING_LIMITS.words } },
    ],
  ])('%#: is refused: %s', (html, words, refusal) => {
    expect(checkPassage({ html, words })).toMatchObject({ ok: false, refusal })
  })
})
