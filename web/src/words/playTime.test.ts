import { describe, expect, it } from 'vitest'
import { playTime, typedTime } from './playTime.js'

describe('a moment of a video', () => {
  it.each([
    [0, '0:00'],
    [65.9, '1:05'],
    [3599, '59:59'],
    [3723, '1:02:03'],
    [-4, '0:00'],
  ])('%d seconds are said as %s', (seconds, said) => expect(playTime(seconds)).toBe(said))

  it.each([
    ['1:05', 65],
    ['65', 65],
    [' 0:07.5 ', 7.5],
    ['0:07,5', 7.5],
    ['1:02:03', 3723],
    ['', undefined],
    ['a', undefined],
    ['1:', undefined],
    ['-1', undefined],
    ['1:2:3:4', undefined],
    ['9'.repeat(40), undefined],
  ])('typed as %j is %s', (typed, seconds) => expect(typedTime(typed)).toBe(seconds))
})
