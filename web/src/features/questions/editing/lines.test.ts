import { checkQuestion, type Question } from '@oppen/core/questions'
import { describe, expect, it } from 'vitest'
import { newQuestion, WRITTEN } from '../../kinds/quiz/editing/newQuestion.js'
import { withIds } from './ids.js'
import {
  gapLines,
  gapsOf,
  groupLines,
  groupsOf,
  itemLines,
  itemsOf,
  pairLines,
  pairsOf,
  tableCells,
  tableOf,
} from './lines.js'

describe('a question written in lines', () => {
  it('has its pairs, and what is left over', () => {
    const text = 'Curlew = Worms\nOystercatcher = Mussels\nBread'
    const { left, right, pairs } = pairsOf(text)
    expect(left.map(one => one.text)).toEqual(['Curlew', 'Oystercatcher'])
    expect(right.map(one => one.text)).toEqual(['Worms', 'Mussels', 'Bread'])
    expect(pairs).toEqual({ [left[0]?.id ?? '']: right[0]?.id, [left[1]?.id ?? '']: right[1]?.id })
    expect(pairLines({ left, right }, pairs)).toBe(text)
    // two of them may belong to the same
    expect(pairsOf('a = x\nb = x').right).toHaveLength(1)
  })

  it('has its groups', () => {
    const text = 'Birds: Curlew, Redshank\nFish: Bass'
    const { items, groups, of } = groupsOf(text)
    const named = (id: string) => groups.find(one => one.id === id)?.text
    expect(items.map(one => [one.text, named(of[one.id] ?? '')])).toEqual([
      ['Curlew', 'Birds'],
      ['Redshank', 'Birds'],
      ['Bass', 'Fish'],
    ])
    expect(groupLines({ items, groups }, of)).toBe(text)
  })

  it('has its order', () => {
    expect(itemLines(itemsOf('Sea\n\n Mud \nLand'))).toBe('Sea\nMud\nLand')
  })

  it('has its gaps: words, numbers and lists', () => {
    const text = 'The [tide|flood] comes [=2] times and is [*wet|dry].'
    const { ask, keys: blanks } = gapsOf(text)
    expect(ask.text).toBe('The [[p1]] comes [[p2]] times and is [[p3]].')
    expect(ask.blanks).toEqual([
      { id: 'p1', is: 'text' },
      { id: 'p2', is: 'number' },
      { id: 'p3', is: 'choice', choices: ['wet', 'dry'] },
    ])
    expect(blanks).toMatchObject({
      p1: { accepted: ['tide', 'flood'] },
      p2: { value: '2' },
      p3: { right: 'wet' },
    })
    expect(gapLines(ask, blanks)).toBe(text)
    const question = { ...newQuestion('gaps', 'q1'), prompt: '<p>Fill.</p>', ask } as Question
    expect(checkQuestion({ ...question, key: { ...question.key, blanks } } as Question).ok).toBe(true)
  })

  it('has its table, with what is filled in in brackets', () => {
    const rows = [
      ['Beach', 'Height'],
      ['Tern', '[=3.5]'],
      ['Hollow', '[wide|broad]'],
    ]
    const { ask, keys } = tableOf(rows)
    expect(ask.rows[1]?.[1]).toBe('[[p1]]')
    expect(tableCells(ask, keys)).toEqual(rows)
    const question = { ...newQuestion('table', 'q1'), prompt: '<p>Fill.</p>', ask } as Question
    expect(checkQuestion({ ...question, key: { ...question.key, blanks: keys } } as Question).ok).toBe(true)
  })

  it('keeps the ids of what was there, wherever it stands and however it is spelled, and tells nothing by them', () => {
    const before = itemsOf('Sea\nMud\nLand')
    const idOf = (words: string) => before.find(({ text }) => text === words)?.id
    const after = itemsOf('Sand\nLand\nSea\nMud', before)
    expect(after.slice(1).map(({ id }) => id)).toEqual([idOf('Land'), idOf('Sea'), idOf('Mud')])
    expect(before.map(({ id }) => id)).not.toContain(after[0]?.id)
    // a word that is put right stays what it was
    expect(itemsOf('Sea\nMudd\nLand', before).map(({ id }) => id)).toEqual(before.map(({ id }) => id))
    // a gap that comes in between takes no answer of another
    const gaps = gapsOf('The [tide] and the [moon].')
    const more = gapsOf('The [sun], the [tide] and the [moon].', { blanks: gaps.ask.blanks, keys: gaps.keys })
    expect(more.ask.text).toBe('The [[p3]], the [[p1]] and the [[p2]].')
    // ids of things that were new together stand in no order
    const many = Array.from({ length: 40 }, (_, index) => String(index))
    const ids = withIds(many, []).map(({ id }) => id)
    expect(new Set(ids).size).toBe(40)
    expect([...ids].sort()).not.toEqual(ids)
  })

  it('that is half written is no fault', () => {
    for (const text of ['', '=', ':', '[', '[]', '[*]', ' = x', 'a =', 'g:', '[|]', '[=]']) {
      expect(() => [pairsOf(text), groupsOf(text), gapsOf(text), itemsOf(text)]).not.toThrow()
    }
  })
})

it.each(WRITTEN)('a new question of the kind %s says what it lacks', kind => {
  const question = { ...newQuestion(kind, 'q1'), prompt: '<p>?</p>' }
  expect(checkQuestion(question).ok).toBe(['long', 'drawing', 'recording'].includes(kind))
})
