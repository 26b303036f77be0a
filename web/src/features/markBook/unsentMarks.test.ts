// @vitest-environment jsdom

import { beforeEach, expect, it } from 'vitest'
import { forgetMarks, keepMark, type UnsentMark, unsentMarks } from './unsentMarks.js'

beforeEach(() => localStorage.clear())

const mark = (workId: string, value: number): UnsentMark => ({
  workId: workId as never,
  placeId: 'p' as never,
  mark: String(value / 100),
  was: null,
  value,
})

it('a mark is kept for its teacher and class alone, the last one of each cell', () => {
  for (const one of [mark('a', 100), mark('b', 200), mark('a', 300)])
    expect(keepMark('t', 'c', one)).toBe(true)
  expect(
    unsentMarks('t', 'c')
      .map(one => [one.workId, one.value])
      .sort(),
  ).toEqual([
    ['a', 300],
    ['b', 200],
  ])
  expect([...unsentMarks('other', 'c'), ...unsentMarks('t', 'other')]).toEqual([])
})

it('what has arrived is forgotten, and what was typed over it meanwhile is not', () => {
  const first = mark('a', 100)
  keepMark('t', 'c', first)
  keepMark('t', 'c', mark('b', 200))
  keepMark('t', 'c', mark('a', 900))
  forgetMarks('t', 'c', [first, mark('b', 200)])
  expect(unsentMarks('t', 'c').map(one => one.value)).toEqual([900])
})
