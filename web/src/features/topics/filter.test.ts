import { UNTOUCHED } from '@oppen/core/work'
import { describe, expect, it } from 'vitest'
import { ALL, hasWords, passes, type TopicWork } from './filter.js'

const now = 1_000
const own: TopicWork = {
  id: 'w' as never,
  kind: 'assignment',
  title: 'Évaporation of a puddle',
  points: null,
  minutes: null,
  opensAt: null,
  dueAt: 2_000,
  closesAt: null,
  postedAt: 0,
  pinned: false,
  week: null,
  posting: 'posted',
  mine: UNTOUCHED,
  newNotes: 0,
  counts: null,
  times: [],
}
const taught: TopicWork = { ...own, mine: null, counts: { in: 3, toMark: 0, of: 5 } }

describe('words', () => {
  it('are found in any order, without regard to case and accents', () => {
    expect(hasWords('puddle evap', 'Évaporation of a puddle')).toBe(true)
    expect(hasWords('  ', 'anything')).toBe(true)
    expect(hasWords('puddle soil', 'Évaporation of a puddle', 'Soil')).toBe(true)
    expect(hasWords('puddles', 'Évaporation of a puddle')).toBe(false)
  })
})

describe('a line of a pupil', () => {
  const shown = (part: Partial<TopicWork>, state: Parameters<typeof passes>[2]['state']) =>
    passes({ ...own, ...part }, null, { ...ALL, state }, now)
  it('is to do until it is handed in, late once it is overdue, and back once it came back', () => {
    expect(shown({}, 'todo')).toBe(true)
    expect(shown({}, 'late')).toBe(false)
    expect(shown({ dueAt: 500 }, 'late')).toBe(true)
    expect(shown({ mine: { ...UNTOUCHED, phase: 'withTeacher', handedInAt: 1 } }, 'with')).toBe(true)
    expect(shown({ mine: { ...UNTOUCHED, phase: 'handedBack', handedBackAt: 1 } }, 'back')).toBe(true)
    expect(shown({ mine: { ...UNTOUCHED, phase: 'handedBack', handedBackAt: 1 } }, 'todo')).toBe(false)
  })
  it('is of its kind', () => {
    expect(passes(own, null, { ...ALL, kind: 'handout' }, now)).toBe(false)
    expect(passes(own, null, { ...ALL, kind: 'assignment' }, now)).toBe(true)
  })
})

describe('a line of a teacher', () => {
  const shown = (part: Partial<TopicWork>, state: Parameters<typeof passes>[2]['state']) =>
    passes({ ...taught, ...part }, null, { ...ALL, state }, now)
  it('is a draft, planned, open or over, and to mark where something is in', () => {
    expect(shown({}, 'open')).toBe(true)
    expect(shown({ dueAt: null }, 'open')).toBe(true)
    expect(shown({ dueAt: 999 }, 'over')).toBe(true)
    expect(shown({ posting: 'draft' }, 'open')).toBe(false)
    expect(shown({ posting: 'draft' }, 'draft')).toBe(true)
    expect(shown({ posting: 'planned' }, 'planned')).toBe(true)
    expect(shown({ counts: { in: 3, toMark: 2, of: 5 } }, 'toMark')).toBe(true)
  })
})
