import type { MentionablePage } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { findEmoji } from './emoji.js'
import { offersOf } from './offers.js'

describe('emoji by name', () => {
  const names = async (typed: string) => (await findEmoji(typed)).map(one => `${one.emoji} ${one.name}`)

  it('are those whose name begins so, the shortest first', async () => {
    expect((await names('thumbs'))[0]).toMatch(/^👍 thumbs up$/)
    expect(await names('seedling')).toEqual(['🌱 seedling'])
    expect((await names('heart')).length).toBe(8)
  })

  it('show older signs as pictures (Unicode Technical Standard 51: U+FE0F after them)', async () => {
    expect((await names('red heart'))[0]).toBe('\u2764\uFE0F red heart')
  })

  it('are none for one letter, nor for what has no name', async () => {
    expect(await names('s')).toEqual([])
    expect(await names('zzzz')).toEqual([])
  })
})

describe('whom a message can mention', () => {
  const page = {
    people: [
      { id: 'a', name: 'Inês Varga', side: 'teacher' },
      { id: 'b', name: 'Ada Moreno', side: 'pupil' },
    ],
    groups: [{ id: 'g', name: 'Heron' }],
    everybody: true,
  } as unknown as MentionablePage
  const names = (typed: string) => offersOf(page, typed).map(one => one.name)

  it('is found by any word of the name, with or without accents', () => {
    expect(names('ines')).toEqual(['Inês Varga'])
    expect(names('mor')).toEqual(['Ada Moreno'])
    expect(names('ada m')).toEqual(['Ada Moreno'])
    expect(names('dor')).toEqual([])
    expect(names('')).toEqual(['Inês Varga', 'Ada Moreno', 'Heron', 'everybody'])
  })
})
