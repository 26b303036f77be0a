import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Rational, rational, showRational, toNumber } from '../quantity/index.js'
import {
  type Answer,
  type AnswerOf,
  asDrawn,
  checkQuestion,
  Drawing,
  drawingsOf,
  drawNumbers,
  hashOf,
  isUnanswered,
  LONGEST_ANSWER,
  type Marking,
  markAnswerTo,
  notesOn,
  QUESTION_KINDS,
  QUESTIONS,
  type Question,
  type QuestionKind,
  type QuestionParts,
  readAnswerTo,
  showNumber,
  slipsBetween,
  withNumbers,
  withoutKey,
} from './index.js'

const PLAIN: Marking = { decimalSign: '.', drawn: {} }
const SAID = { ifRight: '', ifWrong: '', working: '' }

function question<K extends QuestionKind>(
  kind: K,
  ask: QuestionParts[K]['ask'],
  key: QuestionParts[K]['key'],
  change: Partial<Pick<Question, 'draws' | 'prompt' | 'hint'>> = {},
): Question {
  const key_ = { ...SAID, ...key }
  return {
    id: 'q1',
    kind,
    prompt: '<p>How high?</p>',
    hint: null,
    points: 100,
    draws: [],
    ask,
    key: key_,
    ...change,
  } as Question
}
const items = (...texts: string[]) => texts.map(text => ({ id: text.slice(0, 1), text }))
const answer = <K extends QuestionKind>(kind: K, given: QuestionParts[K]['answer']) =>
  ({ kind, ...given }) as AnswerOf<K>
const share = (asked: Question, given: Answer | null, marking = PLAIN) =>
  markAnswerTo(asked, given, marking)?.share
const refusal = (asked: Question, given: Answer, marking = PLAIN) => {
  const read = readAnswerTo(asked, given, marking)
  return read.ok ? 'read' : read.refusal.code
}
const lacks = (asked: Question) => {
  const checked = checkQuestion(asked)
  return checked.ok ? 'nothing' : checked.refusal.code
}

const TEXT = {
  accepted: ['São Tomé', 'Sao Tome island'],
  capitals: false,
  accents: false,
  spaces: false,
  slips: 0 as const,
}
const NUMBER = {
  value: '3.5',
  unit: null,
  tolerance: { is: 'exact' as const, by: '' },
  form: 'any' as const,
  figures: null,
}
const RIVERS = items('Alder', 'Brook', 'Creek', 'Delta')

/** One of each kind, with its right answer. */
const EACH: { [K in QuestionKind]: readonly [Question, AnswerOf<K>] } = {
  one: [
    question('one', { choices: RIVERS, mixed: true }, { right: 'B', notes: { A: 'That is a tree.' } }),
    answer('one', { choice: 'B' }),
  ],
  several: [
    question('several', { choices: RIVERS, mixed: true }, { right: ['B', 'C'], notes: {}, partial: true }),
    answer('several', { choices: ['C', 'B'] }),
  ],
  text: [question('text', {}, TEXT), answer('text', { text: 'sao  tome' })],
  number: [question('number', { unit: null }, NUMBER), answer('number', { text: '3 1/2' })],
  formula: [
    question('formula', { variables: ['x'] }, { formula: '(x+1)^2', over: 'real' }),
    answer('formula', { text: 'x² + 2x + 1' }),
  ],
  gaps: [
    question(
      'gaps',
      {
        text: 'The [[a]] is [[b]] m high and [[c]].',
        blanks: [
          { id: 'a', is: 'text' },
          { id: 'b', is: 'number' },
          { id: 'c', is: 'choice', choices: ['wet', 'dry'] },
        ],
      },
      {
        partial: true,
        blanks: {
          a: { is: 'text', ...TEXT, accepted: ['tide'] },
          b: { is: 'number', ...NUMBER },
          c: { is: 'choice', right: 'wet' },
        },
      },
    ),
    answer('gaps', { blanks: { a: 'Tide', b: '3,5', c: 'wet' } }),
  ],
  table: [
    question(
      'table',
      {
        rows: [
          ['day', 'mm'],
          ['Mon', '[[a]]'],
          ['Tue', '[[b]]'],
        ],
        blanks: [
          { id: 'a', is: 'number' },
          { id: 'b', is: 'number' },
        ],
      },
      {
        partial: false,
        blanks: { a: { is: 'number', ...NUMBER }, b: { is: 'number', ...NUMBER, value: '7' } },
      },
    ),
    answer('table', { blanks: { a: '3.5', b: '7' } }),
  ],
  pairs: [
    question(
      'pairs',
      { left: RIVERS.slice(0, 2), right: items('tree', 'water') },
      { pairs: { A: 't', B: 'w' }, partial: true },
    ),
    answer('pairs', { pairs: { A: 't', B: 'w' } }),
  ],
  order: [
    question('order', { items: RIVERS }, { order: ['A', 'B', 'C', 'D'], partial: true }),
    answer('order', { order: ['A', 'B', 'C', 'D'] }),
  ],
  groups: [
    question(
      'groups',
      { items: RIVERS, groups: items('plant', 'water') },
      { groups: { A: 'p', B: 'w', C: 'w', D: 'w' }, partial: true },
    ),
    answer('groups', { groups: { A: 'p', B: 'w', C: 'w', D: 'w' } }),
  ],
  place: [
    question(
      'place',
      { picture: 'f1', shows: 'A map of the estuary' },
      { areas: [{ is: 'oval', from: { x: 100, y: 100 }, to: { x: 300, y: 200 } }] },
    ),
    answer('place', { point: { x: 200, y: 150 } }),
  ],
  long: [question('long', {}, { example: 'Because.' }), answer('long', { text: 'Because of the moon.' })],
  drawing: [
    question('drawing', { picture: null }, { example: '' }),
    answer('drawing', { strokes: ['AAAA'] }),
  ],
  recording: [question('recording', { most: 60 }, { example: '' }), answer('recording', { file: 'f1' })],
}
const BLANK: { [K in QuestionKind]: AnswerOf<K> } = {
  one: answer('one', { choice: null }),
  several: answer('several', { choices: [] }),
  text: answer('text', { text: ' ' }),
  number: answer('number', { text: '' }),
  formula: answer('formula', { text: ' ' }),
  gaps: answer('gaps', { blanks: { a: ' ' } }),
  table: answer('table', { blanks: {} }),
  pairs: answer('pairs', { pairs: {} }),
  order: answer('order', { order: [] }),
  groups: answer('groups', { groups: {} }),
  place: answer('place', { point: null }),
  long: answer('long', { text: '\n' }),
  drawing: answer('drawing', { strokes: [] }),
  recording: answer('recording', { file: null }),
}

describe.each(QUESTION_KINDS)('a question of the kind %s', kind => {
  const [asked, right] = EACH[kind]

  it('is whole, and is right where it is answered by its key', () => {
    expect(lacks(asked)).toBe('nothing')
    expect(refusal(asked, right)).toBe('read')
    expect(share(asked, right)).toBe(QUESTIONS[kind].marked === 'byKey' ? 1 : undefined)
  })

  it('is worth nothing while nothing is answered', () => {
    expect([isUnanswered(null), isUnanswered(BLANK[kind]), isUnanswered(right)]).toEqual([true, true, false])
    expect(refusal(asked, BLANK[kind])).toBe('read')
    expect(share(asked, BLANK[kind])).toBe(QUESTIONS[kind].marked === 'byKey' ? 0 : undefined)
  })

  it('takes no answer to another kind', () => {
    const other = kind === 'one' ? EACH.text[1] : EACH.one[1]
    expect(refusal(asked, other)).toBe('answer_kind')
    expect(share(asked, other)).toBe(QUESTIONS[kind].marked === 'byKey' ? 0 : undefined)
  })

  it('keeps its key to itself', () => {
    const seen = withoutKey(asked)
    expect(Object.keys(seen)).not.toContain('key')
    expect(Object.keys(asDrawn(seen, {}, 'anna'))).not.toContain('key')
  })

  it('without words is not posted', () => {
    expect(lacks({ ...asked, prompt: '<p>&nbsp;</p>' })).toBe('question_empty')
    expect(lacks({ ...asked, prompt: '<img src="x">' })).toBe('nothing')
  })

  it('is marked the same, whatever order its pupil sees it in', () => {
    for (const words of ['anna', 'bo', 'cy']) {
      const seen = asDrawn(withoutKey(asked), {}, words)
      expect(readAnswerTo(seen, right, PLAIN).ok).toBe(true)
      expect(share({ ...asked, ask: seen.ask } as Question, right)).toBe(share(asked, right))
    }
  })
})

describe('choices', () => {
  const [several] = EACH.several
  const choose = (...choices: string[]) => share(several, answer('several', { choices }))

  it('of several are right minus wrong', () => {
    expect([
      choose('B'),
      choose('B', 'A'),
      choose('B', 'C', 'A'),
      choose('A', 'D'),
      choose('A', 'B', 'C', 'D'),
    ]).toEqual([0.5, 0, 0.5, 0, 0])
  })

  it('are worth between nothing and everything, in any order', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(['A', 'B', 'C', 'D']), choices => {
        const worth = choose(...choices) ?? -1
        expect(worth).toBeGreaterThanOrEqual(0)
        expect(worth).toBeLessThanOrEqual(1)
        expect(choose(...[...choices].reverse())).toBe(worth)
      }),
    )
  })

  it('have what is said to whoever took a wrong one', () => {
    const [one] = EACH.one
    const wrong = markAnswerTo(one, answer('one', { choice: 'A' }), PLAIN)?.wrong ?? []
    expect(notesOn(one, wrong)).toEqual(['That is a tree.'])
    expect(notesOn(one, ['constructor', 'C'])).toEqual([])
  })

  it('that are not there are refused, and so is one twice', () => {
    expect(refusal(EACH.one[0], answer('one', { choice: 'Z' }))).toBe('answer_choice')
    expect(refusal(several, answer('several', { choices: ['B', 'B'] }))).toBe('answer_choice')
  })

  it('are two at least, each its own, one of them right', () => {
    const post = (choices: string[], right: string) =>
      lacks(question('one', { choices: items(...choices), mixed: false }, { right, notes: {} }))
    expect([post(['A'], 'A'), post(['A', ' '], 'A'), post(['A', 'B'], 'C')]).toEqual([
      'question_choices',
      'question_choices',
      'question_no_right',
    ])
  })
})

describe('a short text', () => {
  const of = (change: Partial<typeof TEXT> & { slips?: 0 | 1 | 2 }, typed: string) => {
    const verdict = markAnswerTo(
      question('text', {}, { ...TEXT, ...change }),
      answer('text', { text: typed }),
      PLAIN,
    )
    return verdict?.share ? (verdict.slip ? 'slip' : 'right') : 'wrong'
  }
  it.each([
    [{}, 'São Tomé', 'right'],
    [{}, 'SAO TOME', 'right'],
    [{}, 'Sãotomé', 'right'],
    [{}, 'sao tome island', 'right'],
    [{ capitals: true }, 'são tomé', 'wrong'],
    [{ capitals: true }, 'Sao Tome', 'right'],
    [{ accents: true }, 'sao tome', 'wrong'],
    [{ accents: true }, 'SÃO TOMÉ', 'right'],
    [{ accents: true }, 'Sa\u0303o Tome\u0301', 'right'],
    [{ spaces: true }, 'saotome', 'wrong'],
    [{ spaces: true }, ' sao   tome ', 'right'],
    [{ slips: 1 }, 'sao tomme', 'slip'],
    [{ slips: 1 }, 'sao tmoe', 'slip'],
    [{ slips: 2 }, 'sao tmo', 'wrong'],
    [{ slips: 2 }, 'sao tome iland', 'slip'],
    [{ slips: 2, accepted: ['tide'] }, 'tied', 'slip'],
    [{ slips: 2, accepted: ['tide'] }, 'deed', 'wrong'],
    [{ slips: 2, accepted: ['ebb'] }, 'eb', 'wrong'],
    [{ slips: 2, accepted: ['room 1024'] }, 'room 1025', 'wrong'],
    [{ accepted: ['low-tide’s'] }, "Low‑tide's", 'right'],
    [{}, '', 'wrong'],
  ] as const)('with %o: "%s" is %s', (change, typed, verdict) => {
    expect(of(change as never, typed)).toBe(verdict)
  })

  it('of 100 kB is refused before it is looked at', () => {
    expect(refusal(EACH.text[0], answer('text', { text: 'x'.repeat(100_000) }))).toBe('text_long')
    expect(share(EACH.text[0], answer('text', { text: 'e\u0301'.repeat(50_000) }))).toBe(0)
  })
})

describe('slips', () => {
  it('are counted as in the published example, each letter in one at most', () => {
    // L. Boytsov (2011), section 2: CA to ABC is 3, where letters may be swapped and changed once
    expect(slipsBetween('CA', 'ABC', 9)).toBe(3)
    // V. I. Levenshtein's usual example (common practice)
    expect(slipsBetween('kitten', 'sitting', 9)).toBe(3)
    expect(slipsBetween('tide', 'tdie', 9)).toBe(1)
  })

  it('are the same both ways, none for the same word, and no more than are looked for', () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 8 })
    fc.assert(
      fc.property(word, word, fc.nat(4), (a, b, most) => {
        const all = slipsBetween(a, b, 20)
        expect(slipsBetween(b, a, 20)).toBe(all)
        expect(all === 0).toBe(a === b)
        expect(slipsBetween(a, b, most)).toBe(Math.min(all, most + 1))
        expect(all).toBeGreaterThanOrEqual(Math.abs(a.length - b.length))
        expect(all).toBeLessThanOrEqual(Math.max(a.length, b.length))
      }),
    )
  })
})

describe('a number', () => {
  const of = (change: Partial<typeof NUMBER> | object, text: string, marking = PLAIN) =>
    share(
      question('number', { unit: null }, { ...NUMBER, ...change } as typeof NUMBER),
      answer('number', { text }),
      marking,
    )
  it.each([
    [{}, '3.5', 1],
    [{}, '3,5', 1],
    [{}, '7/2', 1],
    [{}, '3½', 1],
    [{}, '3.50', 1],
    [{}, '3.51', 0],
    [{}, '3.5 m', 0],
    [{ form: 'decimal' }, '7/2', 0],
    [{ form: 'decimal' }, '3.5', 1],
    [{ form: 'fraction' }, '3.5', 0],
    [{ form: 'fraction' }, '14/4', 1],
    [{ form: 'lowest' }, '14/4', 0],
    [{ form: 'lowest' }, '3 1/2', 1],
    [{ form: 'lowest' }, '2 3/2', 0],
    [{ tolerance: { is: 'absolute', by: '0.1' } }, '3.6', 1],
    [{ tolerance: { is: 'absolute', by: '0.1' } }, '3.601', 0],
    [{ tolerance: { is: 'relative', by: '2' } }, '3.57', 1],
    [{ tolerance: { is: 'relative', by: '2' } }, '3.571', 0],
    [{ value: '-40', tolerance: { is: 'relative', by: '10' } }, '-36', 1],
    [{ unit: 'km' }, '3.5 km', 1],
    [{ unit: 'km' }, '3500 m', 1],
    [{ unit: 'km' }, '3 500 000 mm', 1],
    [{ unit: 'km' }, '3.5', 0],
    [{ unit: 'km' }, '3.5 kg', 0],
    [{ unit: '%' }, '0.035', 1],
    [{ value: '0.5' }, '50 %', 1],
    [{ figures: 3 }, '3.50', 1],
    [{ figures: 3 }, '3.5', 0],
    [{ value: '1500', figures: 2 }, '1500', 1],
    [{ value: '1500', figures: 2 }, '1.50e3', 0],
    [{ value: '2*π*10', tolerance: { is: 'absolute', by: '0.01' } }, '62.83', 1],
  ])('by %o: %s is worth %d', (change, typed, worth) => {
    expect(of(change, typed)).toBe(worth)
  })

  it('that cannot be read is refused with the reason, so that it costs no check', () => {
    for (const [typed, code] of [
      ['three', 'number_unreadable'],
      ['1,234', 'number_ambiguous'],
      ['3 bananas', 'unit_unknown'],
      ['1/0', 'number_zero_below'],
    ] as const)
      expect(refusal(EACH.number[0], answer('number', { text: typed }))).toBe(code)
  })

  it('is read in the language of whoever answers', () => {
    expect(of({ value: '1234' }, '1.234', { ...PLAIN, decimalSign: ',' })).toBe(0)
    expect(refusal(EACH.number[0], answer('number', { text: '1.234' }), { ...PLAIN, decimalSign: ',' })).toBe(
      'number_ambiguous',
    )
    expect(of({ value: '1.234' }, '1,234', { ...PLAIN, decimalSign: ',' })).toBe(1)
  })

  it.each([
    [{ value: '' }, 'formula_ends'],
    [{ value: '1/0' }, 'question_no_value'],
    [{ value: 'a+1' }, 'formula_name'],
    [{ unit: 'foo' }, 'unit_unknown'],
    [{ tolerance: { is: 'absolute', by: '-1' } }, 'question_tolerance'],
    [{ tolerance: { is: 'absolute', by: 'x' } }, 'number_unreadable'],
    [{ value: '1/3' }, 'nothing'],
  ])('with %o lacks %s', (change, code) => {
    expect(lacks(question('number', { unit: null }, { ...NUMBER, ...change } as typeof NUMBER))).toBe(code)
  })
})

describe('parts', () => {
  it('of gaps and groups have their shares, or are worth all or nothing', () => {
    const [gaps] = EACH.gaps
    const two = answer('gaps', { blanks: { a: 'tide', b: '4', c: 'wet' } })
    expect(markAnswerTo(gaps, two, PLAIN)).toEqual({ share: 2 / 3, wrong: ['b'], slip: false })
    const [table] = EACH.table
    expect(share(table, answer('table', { blanks: { a: '3.5' } }))).toBe(0)
    const [groups] = EACH.groups
    expect(share(groups, answer('groups', { groups: { A: 'p', B: 'p', C: 'w' } }))).toBe(0.5)
  })

  it('in order count neighbours that follow each other', () => {
    const [order] = EACH.order
    const worth = (text: string) => share(order, answer('order', { order: text.split('') }))
    expect([worth('BCDA'), worth('ABDC'), worth('DCBA')]).toEqual([2 / 3, 1 / 3, 0])
  })

  it('that are none of the question are refused', () => {
    expect(refusal(EACH.gaps[0], answer('gaps', { blanks: { z: 'x' } }))).toBe('answer_part')
    expect(refusal(EACH.gaps[0], answer('gaps', { blanks: { b: 'many' } }))).toBe('number_unreadable')
    expect(refusal(EACH.gaps[0], answer('gaps', { blanks: { c: 'damp' } }))).toBe('answer_choice')
    expect(refusal(EACH.pairs[0], answer('pairs', { pairs: { A: 'z' } }))).toBe('answer_part')
    expect(refusal(EACH.groups[0], answer('groups', { groups: { Z: 'p' } }))).toBe('answer_part')
    expect(refusal(EACH.order[0], answer('order', { order: ['A', 'B'] }))).toBe('answer_part')
    expect(refusal(EACH.place[0], answer('place', { point: { x: 1001, y: 0 } }))).toBe('answer_part')
    expect(refusal(EACH.drawing[0], answer('drawing', { strokes: Array(501).fill('A') }))).toBe(
      'drawing_full',
    )
  })

  it('on a picture lie in an oval, and not in its corners', () => {
    const [place] = EACH.place
    const worth = (x: number, y: number) => share(place, answer('place', { point: { x, y } }))
    expect([worth(105, 150), worth(105, 105), worth(300, 150), worth(301, 150)]).toEqual([1, 0, 1, 0])
  })

  it('of a text are those that are named in it', () => {
    const [gaps] = EACH.gaps
    const text = (words: string) => lacks({ ...gaps, ask: { ...gaps.ask, text: words } } as Question)
    expect([text('none'), text('[[a]] [[b]]'), text('[[a]] [[b]] [[c]] [[c]]')]).toEqual([
      'question_no_blanks',
      'question_blanks',
      'question_blanks',
    ])
  })
})

describe('drawn numbers', () => {
  const area = (change: Partial<Question['draws'][number]> = {}, value = 'a*b/2') =>
    question(
      'number',
      { unit: null },
      { ...NUMBER, value },
      {
        prompt: '<p>A triangle of {a} by {b}, not {c}.</p>',
        draws: [
          { name: 'a', from: '2', to: '9', step: '1', not: '5' },
          { name: 'b', from: '-1', to: '1', step: '0.5', not: '', ...change },
        ],
      },
    )
  const drawn = (words: string) => {
    const numbers = drawNumbers(area(), words)
    if (!numbers.ok) throw new Error(numbers.refusal.code)
    return numbers.value as { a: Rational; b: Rational }
  }

  it('are the same for the same pupil, and stay in their range', () => {
    const seen = new Set<string>()
    for (let pupil = 0; pupil < 300; pupil++) {
      const { a, b } = drawn(`pupil ${pupil}`)
      expect(drawn(`pupil ${pupil}`)).toEqual({ a, b })
      expect(toNumber(a)).toBeGreaterThanOrEqual(2)
      expect(toNumber(a)).toBeLessThanOrEqual(9)
      expect(showRational(a)).not.toBe('5')
      seen.add(`${showNumber(a)} ${showNumber(b)}`)
    }
    expect(seen.size).toBe(7 * 5)
  })

  it('mark by what was drawn for whoever answers', () => {
    const { a, b } = drawn('anna')
    const marking = { ...PLAIN, drawn: { a, b } }
    const right = showNumber({ n: a.n * b.n, d: a.d * b.d * 2n })
    expect(share(area(), answer('number', { text: right }), marking)).toBe(1)
    expect(share(area(), answer('number', { text: `${right}1` }), marking)).toBe(0)
  })

  it('stand in the words, and what is no number stays', () => {
    expect(
      withNumbers('{a} by {b}, not {c} {constructor}', { a: rational(1n, 2n), b: rational(1n, 3n) }),
    ).toBe('0.5 by 1/3, not {c} {constructor}')
    expect(asDrawn(withoutKey(area()), drawn('anna'), 'anna').prompt).toContain('not {c}')
  })

  it('with an answer that cannot be given are drawn again, or refused where there is no other', () => {
    // b is never nought here, and a/3 has to end
    const drawings = drawingsOf(area({}, 'a/b'))
    expect(drawings.ok && drawings.value).toHaveLength(20)
    expect(drawings.ok && drawings.value.every(({ drawn }) => drawn.b?.n !== 0n)).toBe(true)
    const thirds = drawingsOf(area({}, 'a/3'))
    expect(thirds.ok && new Set(thirds.value.map(({ answers }) => answers[0]))).toEqual(
      new Set(['1', '2', '3']),
    )
    expect(lacks(area({}, 'a/(b-b)'))).toBe('draw_unfair')
    expect(lacks(area({ to: '-1' }, 'a/7'))).toBe('nothing')
    expect(lacks(area({ to: '-1' }, 'a/11'))).toBe('draw_unfair')
  })

  it.each([
    [{ name: '1' }, 'draw_name'],
    [{ name: 'a' }, 'draw_name'],
    [{ from: 'x' }, 'number_unreadable'],
    [{ from: '2' }, 'draw_range'],
    [{ step: '0' }, 'draw_range'],
    [{ step: '0.00001' }, 'draw_large'],
    [{ name: 'c' }, 'formula_name'],
  ])('with %o are refused: %s', (change, code) => {
    expect(lacks(area(change))).toBe(code)
  })
})

describe('drawing', () => {
  it('gives the numbers of xoshiro128** that are published with it (rand_xoshiro, from memory, one left out)', () => {
    const drawing = Drawing.from([1, 2, 3, 4])
    expect(Array.from({ length: 10 }, () => drawing.next())).toEqual([
      11520,
      0,
      5927040,
      70819200,
      expect.any(Number),
      1637235492,
      1287239034,
      3734860849,
      3729100597,
      4258142804,
    ])
  })

  it('begins from FNV-1a (the examples of RFC 9923, from memory)', () => {
    expect(['', 'a', 'foobar'].map(hashOf)).toEqual([0x811c9dc5, 0xe40c292c, 0xbf9cf968])
  })

  it('is even: chi-square over ten thousand pupils lies under its value at the level 0.001', () => {
    const drawn = Array.from({ length: 10_000 }, (_, pupil) => new Drawing(`pupil ${pupil}`).below(10))
    const expected = Array.from({ length: 10 }, () => 1000)
    const counts = expected.map((_, value) => drawn.filter(one => one === value).length)
    const chi = counts.reduce((sum, count, value) => sum + (count - (expected[value] ?? 0)) ** 2 / 1000, 0)
    // 9 degrees of freedom: Abramowitz and Stegun, table 26.8 (from memory)
    expect(chi).toBeLessThan(27.877)
  })

  it('mixes all orders evenly: chi-square over six of them at the level 0.001', () => {
    const orders = new Map<string, number>()
    for (let pupil = 0; pupil < 6000; pupil++) {
      const order = new Drawing(`order ${pupil}`).mixed(['a', 'b', 'c']).join('')
      orders.set(order, (orders.get(order) ?? 0) + 1)
    }
    const chi = [...orders.values()].reduce((sum, count) => sum + (count - 1000) ** 2 / 1000, 0)
    expect(orders.size).toBe(6)
    // 5 degrees of freedom
    expect(chi).toBeLessThan(20.515)
  })
})

it('the longest answer is that which is said', () => {
  expect(refusal(EACH.text[0], answer('text', { text: 'x'.repeat(LONGEST_ANSWER) }))).toBe('read')
})
