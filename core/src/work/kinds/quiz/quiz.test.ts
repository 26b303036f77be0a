import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answer, Question } from '../../../questions/index.js'
import {
  afterCheck,
  checkSections,
  countedScore,
  endOf,
  isInTime,
  LATE,
  mayBegin,
  mayBeSeen,
  mayCheck,
  mostPoints,
  ON_ITS_WAY,
  type Progress,
  pickSections,
  questionsOf,
  regrade,
  SHOWN_WHEN,
  scoreOf,
  takesLate,
  UNCHECKED,
} from './index.js'

const section = (ids: string, change: { pick?: number | null; points?: number[] } = {}) => ({
  id: 's1',
  title: 'Tides',
  pick: change.pick ?? null,
  questions: ids.split(' ').map((id, index) => ({ id, points: change.points?.[index] ?? 100 })),
})
const ids = (sections: readonly { questions: readonly { id: string }[] }[]) =>
  sections.flatMap(({ questions }) => questions.map(({ id }) => id)).join(' ')
const TIMES = { opensAt: 1_000, dueAt: 5_000, closesAt: 9_000 }

describe('a check', () => {
  it('is there so often, or until it is right, and never after that', () => {
    const once = afterCheck(UNCHECKED, 0.5)
    expect(once).toEqual({ checks: 1, wrongChecks: 1, solved: false })
    expect(mayCheck({ checks: 0 }, UNCHECKED)).toMatchObject({ refusal: { code: 'no_checks' } })
    expect(mayCheck({ checks: 1 }, UNCHECKED).ok).toBe(true)
    expect(mayCheck({ checks: 1 }, once)).toMatchObject({
      refusal: { code: 'checks_used', params: { most: 1 } },
    })
    expect(mayCheck({ checks: null }, { checks: 99, wrongChecks: 99, solved: false }).ok).toBe(true)
    expect(mayCheck({ checks: null }, afterCheck(once, 1))).toMatchObject({
      refusal: { code: 'already_right' },
    })
  })

  it('that found it wrong costs its part of the points, and never more than there are', () => {
    const after = (wrongChecks: number, share = 1) => scoreOf(400, share, { wrongChecks }, { checkCost: 25 })
    expect([0, 1, 2, 3, 4, 9].map(wrong => after(wrong))).toEqual([400, 300, 200, 100, 0, 0])
    expect(after(1, 0.5)).toBe(100)
    expect(scoreOf(100, 1 / 3, { wrongChecks: 0 }, { checkCost: 0 })).toBe(33)
  })

  it('in whatever order: the score replayed from all checks is that of the progress, within its bounds', () => {
    const shares = fc.array(fc.constantFrom(0, 0.25, 0.5, 1), { maxLength: 12 })
    fc.assert(
      fc.property(shares, fc.nat(100), fc.integer({ min: 1, max: 1000 }), (checked, checkCost, points) => {
        const end = checked.indexOf(1)
        const counted = end < 0 ? checked : checked.slice(0, end + 1)
        const progress = counted.reduce<Progress>(afterCheck, UNCHECKED)
        expect(progress.checks).toBe(counted.length)
        const score = scoreOf(points, counted.at(-1) ?? 0, progress, { checkCost })
        expect(score).toBeGreaterThanOrEqual(0)
        expect(score).toBeLessThanOrEqual(points)
        if (end === 0) expect(score).toBe(points)
      }),
    )
  })
})

describe('a key that is put right afterwards', () => {
  const marking = { decimalSign: '.', drawn: {} } as const
  const numbers = (value: number) =>
    ({
      id: 'q1',
      kind: 'number',
      prompt: '<p>How many?</p>',
      hint: null,
      points: 100,
      draws: [],
      ask: { unit: null },
      key: {
        value: String(value),
        unit: null,
        tolerance: { is: 'exact', by: '' },
        form: 'any',
        figures: null,
        ifRight: '',
        ifWrong: '',
        working: '',
      },
    }) as Question
  const given = (value: number): Answer => ({ kind: 'number', text: String(value) })
  /** A pupil who checks one answer after the other while that is possible, and types a last one if it is still open. */
  const sat = (key: number, tried: readonly number[], typed: number) => {
    let progress = UNCHECKED
    const checked: number[] = []
    for (const one of tried) {
      if (!mayCheck({ checks: null }, progress).ok) break
      progress = afterCheck(progress, one === key ? 1 : 0)
      checked.push(one)
    }
    const answer = progress.solved ? (checked.at(-1) ?? typed) : typed
    return { answer, checked, progress, share: answer === key ? 1 : 0 }
  }

  it('gives everybody what the right key would have given, as far as they came', () => {
    const digit = fc.integer({ min: 0, max: 4 })
    fc.assert(
      fc.property(digit, digit, fc.array(digit, { maxLength: 6 }), digit, (wrong, right, tried, typed) => {
        const was = sat(wrong, tried, typed)
        const recorded = { answer: given(was.answer), checked: was.checked.map(given) }
        const { answer, share, progress } = regrade(numbers(right), marking, recorded)
        const should = sat(right, was.checked, was.answer)
        expect({ answer, share, progress }).toEqual({
          answer: given(should.answer),
          share: should.share,
          progress: should.progress,
        })
        // and with the key as it was nothing changes
        expect(regrade(numbers(wrong), marking, recorded)).toMatchObject({
          answer: given(was.answer),
          progress: was.progress,
        })
      }),
    )
  })

  it('leaves to the teacher what a teacher marks', () => {
    const long = { ...numbers(1), kind: 'long', ask: {}, key: { ...numbers(1).key, example: '' } } as Question
    const answer: Answer = { kind: 'long', text: 'The moon pulls.' }
    expect(regrade(long, marking, { answer, checked: [] })).toEqual({
      answer,
      share: null,
      progress: UNCHECKED,
    })
  })
})

describe('several attempts', () => {
  it.each([
    ['best', 700],
    ['last', 500],
    ['first', 400],
    ['average', 533],
  ] as const)('count by the %s: %i', (counted, score) => {
    expect(countedScore([400, 700, 500], counted)).toBe(score)
    expect(countedScore([], counted)).toBeNull()
  })

  it('begin while there are some, and while the work is open', () => {
    expect(mayBegin({ attempts: 2 }, 1, TIMES, 2_000).ok).toBe(true)
    expect(mayBegin({ attempts: null }, 99, TIMES, 2_000).ok).toBe(true)
    expect(mayBegin({ attempts: 2 }, 2, TIMES, 2_000)).toMatchObject({ refusal: { code: 'attempts_used' } })
    expect(mayBegin({ attempts: 2 }, 2, TIMES, 9_000, true).ok).toBe(true)
    expect(mayBegin({ attempts: 2 }, 0, TIMES, 999)).toMatchObject({ refusal: { code: 'work_not_open' } })
    expect(mayBegin({ attempts: 2 }, 0, TIMES, 9_000)).toMatchObject({ refusal: { code: 'work_closed' } })
  })
})

describe('the time limit', () => {
  it('is longer for whoever has more, and never past the close of the work', () => {
    expect(endOf({ minutes: 10 }, 0, 0, null)).toBe(600_000)
    expect(endOf({ minutes: 10 }, 0, 5, null)).toBe(900_000)
    expect(endOf({ minutes: 10 }, 0, 5, 700_000)).toBe(700_000)
    expect(endOf({ minutes: null }, 0, 5, null)).toBeNull()
    expect(endOf({ minutes: null }, 0, 5, 700_000)).toBe(700_000)
  })

  it('counts when an answer was given, with a moment for its way', () => {
    expect([600_000, 600_000 + ON_ITS_WAY, 600_001 + ON_ITS_WAY].map(at => isInTime(at, 600_000))).toEqual([
      true,
      true,
      false,
    ])
    expect(isInTime(9e15, null)).toBe(true)
  })
})

describe('an attempt that ended by itself', () => {
  it('takes for a day what was answered in time, while it lies with the teacher and nothing of it was told', () => {
    const at = (now: number, phase: 'withTeacher' | 'handedBack' = 'withTeacher', ended = true) =>
      takesLate(ended, 1_000, { phase }, now)
    expect([at(1_000), at(1_000 + LATE - 1), at(1_000 + LATE)]).toEqual([true, true, false])
    expect(at(2_000, 'handedBack')).toBe(false)
    expect(at(2_000, 'withTeacher', false)).toBe(false)
  })
})

describe('what a pupil may see', () => {
  const seen = (shown: (typeof SHOWN_WHEN)[number], handedIn: boolean, checked: boolean, now: number) => {
    const { right, answers } = mayBeSeen({ shown }, { handedIn, checked, last: checked }, 9_000, now)
    return `${right ? 'right' : '-'} ${answers ? 'answers' : '-'}`
  }
  it('of what is right is nothing while another check can follow', () => {
    const attempt = { handedIn: false, checked: true, last: false }
    expect(mayBeSeen({ shown: 'atOnce' }, attempt, 9_000, 5_000)).toEqual({ right: true, answers: false })
  })

  it('of the right answers is what the quiz says, and of the own ones what was checked', () => {
    const table = SHOWN_WHEN.flatMap(shown =>
      [false, true].flatMap(handedIn =>
        [false, true].flatMap(checked =>
          [5_000, 9_000].map(
            now => `${shown} ${handedIn} ${checked} ${now}: ${seen(shown, handedIn, checked, now)}`,
          ),
        ),
      ),
    )
    const answers = table.filter(line => line.endsWith('answers'))
    expect(answers.map(line => line.split(':')[0])).toEqual([
      'atOnce false true 5000',
      'atOnce false true 9000',
      'atOnce true false 5000',
      'atOnce true false 9000',
      'atOnce true true 5000',
      'atOnce true true 9000',
      'afterHandIn true false 5000',
      'afterHandIn true false 9000',
      'afterHandIn true true 5000',
      'afterHandIn true true 9000',
      'afterClosing true false 9000',
      'afterClosing true true 9000',
    ])
    expect(table.filter(line => line.includes('right')).every(line => /answers$| true /.test(line))).toBe(
      true,
    )
  })
})

describe('sections', () => {
  it('give each pupil so many of a pool, the same ones again, and others to somebody else', () => {
    const pool = [section('a b c d e f g h', { pick: 3 })]
    const of = (words: string) => ids(pickSections(pool, { mixed: false }, words))
    expect(of('anna')).toBe(of('anna'))
    expect(of('anna').split(' ')).toHaveLength(3)
    expect(new Set(['anna', 'bo', 'cy', 'di', 'ed'].map(of)).size).toBeGreaterThan(1)
    // in the order of the quiz
    for (const words of ['anna', 'bo']) expect(of(words)).toBe(of(words).split(' ').sort().join(' '))
  })

  it('mixed have the same questions in another order', () => {
    const all = [section('a b c d e f g h')]
    const mixed = ids(pickSections(all, { mixed: true }, 'anna'))
    expect(mixed).not.toBe('a b c d e f g h')
    expect(mixed.split(' ').sort().join(' ')).toBe('a b c d e f g h')
    expect(questionsOf(pickSections(all, { mixed: false }, 'anna'))).toEqual(all[0]?.questions)
  })

  it('have points, of a pool those of as many as are picked', () => {
    expect(mostPoints([section('a b c', { pick: 2 }), section('d e', { points: [100, 250] })])).toBe(550)
  })

  it.each([
    [[], 'quiz_empty'],
    [[section('a b a')], 'quiz_twice'],
    [[section('a b', { pick: 3 })], 'quiz_pick'],
    [[section('a b', { pick: 1, points: [100, 200] })], 'quiz_pool_points'],
    [[section(Array.from({ length: 101 }, (_, index) => `q${index}`).join(' '))], 'quiz_long'],
  ])('%#: are refused: %s', (sections, code) => {
    expect(checkSections(sections)).toMatchObject({ refusal: { code } })
  })

  it('are posted where nothing is wrong with them', () => {
    expect(checkSections([section('a b', { pick: 1 }), section('c')])).toEqual({ ok: true, value: true })
  })
})
