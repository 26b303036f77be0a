import fc from 'fast-check'
import { mean, median } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import type { Answer } from '../../../questions/index.js'
import {
  batchOf,
  checkForm,
  checkFormQuestion,
  countsOf,
  FORM_LIMITS,
  type FormQuestion,
  isAsked,
  mayAnswer,
  readAnswers,
  shownBatches,
} from './index.js'

const head = { prompt: '<p>Which?</p>', hint: null, points: 0, draws: [], required: true }
const CLUB: FormQuestion = {
  ...head,
  id: 'club',
  kind: 'one',
  ask: {
    mixed: false,
    choices: [
      { id: 'a', text: 'Beans' },
      { id: 'b', text: 'Kites' },
    ],
  },
}
const WHY: FormQuestion = { ...head, id: 'why', kind: 'text', ask: {}, required: false }
const COUNT: FormQuestion = { ...head, id: 'count', kind: 'number', ask: { unit: null } }
const RANK: FormQuestion = {
  ...head,
  id: 'rank',
  kind: 'order',
  ask: {
    items: [
      { id: 'x', text: 'Pond' },
      { id: 'y', text: 'Hill' },
      { id: 'z', text: 'Harbour' },
    ],
  },
}
const marking = { decimalSign: '.', drawn: {} } as const
const one = (choice: string | null): Answer => ({ kind: 'one', choice })
const number = (text: string): Answer => ({ kind: 'number', text })

describe('a form', () => {
  it('is asked of pupils, of families, or of both', () => {
    const asked = (['pupils', 'families', 'both'] as const).map(answeredBy =>
      (['pupil', 'family'] as const).map(side => isAsked({ answeredBy }, side)),
    )
    expect(asked).toEqual([
      [true, false],
      [false, true],
      [true, true],
    ])
  })

  it('is answered and changed from when it opens until it closes, by whom it is asked', () => {
    const times = { opensAt: 10, dueAt: 15, closesAt: 20 }
    const may = (now: number, side: 'pupil' | 'family' = 'pupil') => {
      const outcome = mayAnswer({ answeredBy: 'pupils' }, side, times, now)
      return outcome.ok ? 'yes' : outcome.refusal.code
    }
    expect([9, 10, 16, 19, 20].map(now => may(now))).toEqual([
      'work_not_open',
      'yes',
      'yes',
      'yes',
      'work_closed',
    ])
    expect(may(12, 'family')).toBe('form_not_asked')
  })

  it('says what it lacks, and each of its questions', () => {
    expect(checkForm({ questions: [] })).toMatchObject({ refusal: { code: 'quiz_empty' } })
    expect(checkForm({ questions: [CLUB, CLUB] })).toMatchObject({ refusal: { code: 'quiz_twice' } })
    const many = Array.from({ length: FORM_LIMITS.questions + 1 }, (_, index) => ({
      ...WHY,
      id: `q${index}`,
    }))
    expect(checkForm({ questions: many })).toMatchObject({ refusal: { code: 'quiz_long' } })
    const code = (question: FormQuestion) => {
      const checked = checkFormQuestion(question)
      return checked.ok ? 'whole' : checked.refusal.code
    }
    expect([CLUB, WHY, COUNT, RANK].map(code)).toEqual(['whole', 'whole', 'whole', 'whole'])
    expect(code({ ...WHY, prompt: '<p> &nbsp;</p>' })).toBe('question_empty')
    expect(code({ ...CLUB, ask: { mixed: false, choices: [{ id: 'a', text: 'Beans' }] } })).toBe(
      'question_choices',
    )
    expect(code({ ...RANK, ask: { items: [] } })).toBe('question_items')
    expect(code({ ...head, id: 'p', kind: 'place', ask: { picture: '', shows: '' } })).toBe(
      'question_no_picture',
    )
  })
})

describe('answers to a form', () => {
  const read = (answers: Record<string, Answer>) => readAnswers([CLUB, WHY, COUNT], answers, marking)
  it('are taken without what is blank or asked no more', () => {
    const answers = {
      club: one('b'),
      why: { kind: 'text', text: ' ' } as Answer,
      count: number('½'),
      old: one('a'),
    }
    expect(read(answers)).toEqual({ ok: true, value: { club: one('b'), count: number('½') } })
  })

  it('are refused with their question where one lacks or cannot be read', () => {
    expect(read({ count: number('3') })).toMatchObject({
      question: 'club',
      refusal: { code: 'form_unanswered', params: { number: 1 } },
    })
    expect(read({ club: one('b'), count: number('some') })).toMatchObject({ question: 'count' })
    expect(read({ club: one('c'), count: number('3') })).toMatchObject({ question: 'club', ok: false })
    expect(read({ club: number('3'), count: number('3') })).toMatchObject({
      refusal: { code: 'answer_kind' },
    })
  })
})

describe('without names', () => {
  it('no answer is seen before there are enough beside it, and the newest are never told from the others', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), count => {
        const batches = Array.from({ length: count }, (_, index) => batchOf(index))
        const seen = batches.filter(batch => batch < shownBatches(count, false)).length
        expect(seen % FORM_LIMITS.together).toBe(0)
        expect(count - seen).toBeLessThan(FORM_LIMITS.together)
        expect(batches.filter(batch => batch < shownBatches(count, true))).toHaveLength(count)
        // one more answer shows either nothing new or as many as one batch
        const next = [...batches, batchOf(count)].filter(
          batch => batch < shownBatches(count + 1, false),
        ).length
        expect([0, FORM_LIMITS.together]).toContain(next - seen)
      }),
    )
  })
})

describe('what answers come to', () => {
  it('is how often each choice was taken', () => {
    const several: FormQuestion = { ...CLUB, kind: 'several' }
    const answers: Answer[] = [one('a'), one('a'), one('b'), one(null), one('gone')]
    expect(countsOf(CLUB, answers)).toEqual({
      is: 'choices',
      choices: [
        { text: 'Beans', count: 2 },
        { text: 'Kites', count: 1 },
      ],
    })
    const counted = countsOf(several, [
      { kind: 'several', choices: ['a', 'b'] },
      { kind: 'several', choices: ['b'] },
    ])
    expect(counted).toMatchObject({ choices: [{ count: 1 }, { count: 2 }] })
  })

  it('of numbers is their mean and median, as a general-purpose library has them', () => {
    const numbers = fc.array(fc.integer({ min: -999, max: 999 }), { minLength: 1, maxLength: 40 })
    fc.assert(
      fc.property(numbers, values => {
        const counts = countsOf(
          COUNT,
          values.map(value => number(`${value / 10}`)),
        )
        const tenths = values.map(value => value / 10)
        expect(counts).toMatchObject({
          is: 'numbers',
          mean: expect.closeTo(mean(tenths), 9),
          median: expect.closeTo(median(tenths), 9),
          least: Math.min(...tenths),
          most: Math.max(...tenths),
        })
      }),
    )
  })

  it('of an order is the mean place of each item, the first first', () => {
    const order = (...order: string[]): Answer => ({ kind: 'order', order })
    expect(countsOf(RANK, [order('z', 'x', 'y'), order('z', 'y', 'x'), order()])).toEqual({
      is: 'order',
      items: [
        { text: 'Harbour', mean: 1 },
        { text: 'Pond', mean: 2.5 },
        { text: 'Hill', mean: 2.5 },
      ],
    })
  })

  it('of words are the words, and of places the places', () => {
    expect(countsOf(WHY, [{ kind: 'text', text: 'Wind' }, { kind: 'text', text: ' ' }, one('a')])).toEqual({
      is: 'texts',
      texts: ['Wind'],
    })
    const place: FormQuestion = { ...head, id: 'p', kind: 'place', ask: { picture: 'x', shows: 'y' } }
    expect(
      countsOf(place, [
        { kind: 'place', point: { x: 1, y: 2 } },
        { kind: 'place', point: null },
      ]),
    ).toEqual({
      is: 'places',
      points: [{ x: 1, y: 2 }],
    })
  })
})
