import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MARK_RULES } from '../marks/index.js'
import { type Phase, type SubmissionStatus, stateOf } from '../work/index.js'
import { type AskedSubmission, nextChange, overviewLine } from './index.js'

const NOW = 1_000_000
const times = { opensAt: null, dueAt: null, closesAt: null }
const status = (phase: Phase, more: Partial<SubmissionStatus> = {}): SubmissionStatus => ({
  phase,
  phaseBefore: 'untouched',
  handIns: 0,
  firstHandedInAt: null,
  handedInAt: null,
  handedBackAt: null,
  receivedAt: null,
  mark: null,
  tryAgainBy: null,
  ...more,
})
const submission = (
  phase: Phase,
  more: Partial<SubmissionStatus> = {},
  timing = {},
  points: number | null = 1000,
): AskedSubmission => ({
  id: 'w',
  counting: { points, category: '', extra: false, counts: true },
  status: status(phase, more),
  timing: { ...times, ...timing },
  marks: more.mark === null || more.mark === undefined ? [] : [more.mark],
  forgiven: false,
})

describe('the line of a pupil', () => {
  it('counts what is in, overdue and missing, and rests its average on what is marked', () => {
    expect(
      overviewLine(
        [
          submission('handedBack', { mark: 850 }),
          submission('handedBack', { mark: 500 }, {}, 500),
          submission('handedBack'),
          submission('handedBack', { mark: 700 }, {}, null),
          submission('withTeacher', { handedInAt: NOW - 5 }),
          submission('received'),
          submission('excused'),
          submission('untouched', {}, { dueAt: NOW - 1 }),
          submission('started', {}, { dueAt: NOW + 1 }),
          submission('started', {}, { closesAt: NOW }),
          submission('tryAgain', { tryAgainBy: NOW - 1 }),
        ],
        MARK_RULES,
        NOW,
      ),
      // 13.5 of 15 points
    ).toEqual({ permille: 900, marks: 2, asked: 11, isIn: 6, overdue: 2, missing: 1 })
  })

  it('of nobody who is asked anything has no average', () => {
    expect(overviewLine([], MARK_RULES, NOW)).toEqual({
      permille: null,
      marks: 0,
      asked: 0,
      isIn: 0,
      overdue: 0,
      missing: 0,
    })
  })
})

it('nothing changes by itself before the next change, and something may at it', () => {
  const moment = fc.option(fc.integer({ min: NOW - 50, max: NOW + 50 }), { nil: null })
  const phases = ['untouched', 'started', 'tryAgain', 'withTeacher', 'handedBack'] as const
  const submissions = fc.array(
    fc
      .record({
        phase: fc.constantFrom(...phases),
        opensAt: moment,
        dueAt: moment,
        closesAt: moment,
        tryAgainBy: moment,
      })
      .map(({ phase, tryAgainBy, ...timing }) =>
        submission(phase, { tryAgainBy, handedInAt: NOW - 9, handedBackAt: NOW - 9 }, timing),
      ),
    { maxLength: 5 },
  )
  fc.assert(
    fc.property(submissions, all => {
      const next = nextChange(all, NOW) ?? NOW + 200
      const at = (now: number) => all.map(one => stateOf(one.status, one.timing, now))
      for (let now = NOW; now < next; now++) expect(at(now)).toEqual(at(NOW))
    }),
  )
})
