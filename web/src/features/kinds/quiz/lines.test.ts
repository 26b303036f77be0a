import { checkQuestion, type Question } from '@oppen/core/questions'
import { describe, expect, it } from 'vitest'
import { gapLines, gapsOf, groupLines, groupsOf, itemLines, itemsOf, pairLines, pairsOf } from './lines.js'
import { newQuestion, WRITTEN } from './newQuestion.js'

describe('a question written in lines', () => {
  it('has its pairs, and what is left over', () => {
    const text = 'Curlew = Worms\nOystercatcher = Mussels\nBread'
    const { left, right, pairs } = pairsOf(text)
    expect(left.map(one => one.text)).toEqual(['Curlew', 'Oystercatcher'])
    expect(right.map(one => one.text)).toEqual(['Worms', 'Mussels', 'Bread'])
    expect(pairs).toEqual({ l1: 'r1', l2: 'r2' })
    expect(pairLines({ left, right }, pairs)).toBe(text)
    // two of them may belong to the same
    expect(pairsOf('a = x\nb = x').right).toHaveLength(1)
  })

  it('has its groups', () => {
    const text = 'Birds: Curlew, Redshank\nFish: Bass'
    const { items, groups, of } = groupsOf(text)
    expect(items.map(one => [one.text, of[one.id]])).toEqual([
      ['Curlew', 'g1'],
      ['Redshank', 'g1'],
      ['Bass', 'g2'],
    ])
    expect(groupLines({ items, groups }, of)).toBe(text)
  })

  it('has its order', () => {
    expect(itemLines(itemsOf('Sea\n\n Mud \nLand'))).toBe('Sea\nMud\nLand')
  })

  it('has its gaps: words, numbers and lists', () => {
    const text = 'The [tide|flood] comes [=2] times and is [*wet|dry].'
    const { ask, blanks } = gapsOf(text)
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

  it('that is half written is no fault', () => {
    for (const text of ['', '=', ':', '[', '[]', '[*]', ' = x', 'a =', 'g:', '[|]', '[=]']) {
      expect(() => [pairsOf(text), groupsOf(text), gapsOf(text), itemsOf(text)]).not.toThrow()
    }
  })
})

it.each(WRITTEN)('a new question of the kind %s says what it lacks', kind => {
  const question = { ...newQuestion(kind, 'q1'), prompt: '<p>?</p>' }
  expect(checkQuestion(question).ok).toBe(kind === 'long')
})
