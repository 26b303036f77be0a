import { describe, expect, it } from 'vitest'
import {
  checkVideo,
  doneWith,
  EMPTY_VIDEO,
  type GuidedVideo,
  letsGoOn,
  openedBy,
  questionsInOrder,
  type VideoStop,
} from './index.js'

const note: VideoStop = { id: 'n', at: 10, kind: 'note', html: '<p>Look at the roots.</p>' }
const asks: VideoStop = { id: 'q', at: 30, kind: 'questions', questions: ['q1', 'q2'] }
const ways = [
  { id: 'a', text: 'The worm', to: 50 },
  { id: 'b', text: 'The beetle', to: 70 },
]
const choice: VideoStop = { id: 'c', at: 40, kind: 'choice', html: '', ways }
const whole: GuidedVideo = { ...EMPTY_VIDEO, address: '/v', seconds: 90, stops: [choice, note, asks] }

describe('a guided video', () => {
  it.each<[Partial<GuidedVideo>, object | null]>([
    [{}, null],
    [{ stops: [] }, null],
    [{ address: null }, { code: 'video_none' }],
    [{ seconds: null }, { code: 'video_none' }],
    [{ seconds: 8 * 3600 }, null],
    [{ seconds: 13 * 3600 }, { code: 'video_long', params: { hours: 12 } }],
    [{ seconds: 20 }, { code: 'stop_outside', params: { second: 30 } }],
    [{ stops: [{ ...note, html: ' ' }] }, { code: 'stop_empty', params: { second: 10 } }],
    [{ stops: [{ ...asks, questions: [] }] }, { code: 'stop_empty', params: { second: 30 } }],
    [{ stops: [{ ...choice, ways: ways.slice(1) }] }, { code: 'ways_few', params: { second: 40 } }],
    [{ stops: [{ ...choice, ways: [...ways, { id: 'c', text: ' ', to: 1 }] }] }, { code: 'way_empty' }],
    [{ stops: [{ ...choice, ways: [...ways, { id: 'c', text: 'Out', to: 90 }] }] }, { code: 'way_outside' }],
    [{ stops: [{ ...choice, ways: [...ways, { id: 'c', text: 'Here', to: 40 }] }] }, { code: 'way_outside' }],
    [{ chapters: [{ at: 0, title: '' }] }, { code: 'chapter_empty', params: { second: 0 } }],
    [{ chapters: [{ at: 90, title: 'End' }] }, { code: 'chapter_outside' }],
    [{ captions: [{ from: 3, to: 2, text: 'a' }] }, { code: 'caption_backward', params: { number: 1 } }],
  ])('%#: can be posted, or is refused', (part, refusal) => {
    const checked = checkVideo({ ...whole, ...part })
    if (refusal) expect(checked).toMatchObject({ ok: false, refusal })
    else expect(checked.ok).toBe(true)
  })

  it('has its questions in the order in which they are met', () => {
    const late: VideoStop = { id: 'z', at: 80, kind: 'questions', questions: ['q0'] }
    expect(questionsInOrder([late, ...whole.stops])).toEqual(['q1', 'q2', 'q0'])
  })
})

describe('a question', () => {
  const open = { answered: false, solved: false, checkable: true }
  it.each([
    ['nothing', open, true],
    ['answer', open, false],
    ['answer', { ...open, answered: true }, true],
    ['right', open, false],
    ['right', { ...open, answered: true }, false],
    ['right', { ...open, answered: true, solved: true }, true],
    // no more tries, or none by itself
    ['right', { ...open, answered: true, checkable: false }, true],
    ['right', { ...open, checkable: false }, false],
  ] as const)('that asks for %s and is %o lets go on: %s', (rule, now, goes) =>
    expect(letsGoOn(rule, now)).toBe(goes),
  )
})

describe('stops that do not hold any more', () => {
  const answers = (q1: boolean, q2: boolean) =>
    new Map([
      ['q1', { answered: q1, solved: false, checkable: true }],
      ['q2', { answered: q2, solved: false, checkable: true }],
    ])
  const passed = (...ids: string[]) => ids.map(stopId => ({ stopId, wayId: null }))

  it('are notes and choices that were passed, and questions of which every one lets go on', () => {
    const done = (...args: [ReturnType<typeof passed>, ReturnType<typeof answers>]) => [
      ...doneWith(whole.stops, args[0], 'answer', args[1]),
    ]
    expect(done([], answers(false, false))).toEqual([])
    expect(done(passed('n', 'q'), answers(true, false))).toEqual(['n'])
    expect(done(passed('n', 'c'), answers(true, true))).toEqual(['c', 'n', 'q'])
  })

  it('are questions that were passed, where nothing must be answered', () => {
    expect(doneWith(whole.stops, passed('q'), 'nothing', new Map()).has('q')).toBe(true)
    expect(doneWith(whole.stops, [], 'nothing', answers(true, true)).has('q')).toBe(false)
  })

  it('may have led on, and lead nowhere where they were taken out since', () => {
    expect(openedBy(whole.stops, [{ stopId: 'c', wayId: 'b' }])).toEqual([70])
    expect(openedBy(whole.stops, [{ stopId: 'c', wayId: 'x' }])).toEqual([])
    expect(openedBy([], [{ stopId: 'c', wayId: 'b' }])).toEqual([])
  })
})
