import { expect, it } from 'vitest'
import { isBlank, LIMITS, readText } from '../texts/index.js'
import type { SubmissionState, WorkKind } from '../work/index.js'
import { agendaOf, byDay } from './index.js'

const item = (name: string, state: SubmissionState, minutes: number | null = 10) => ({
  name,
  minutesToday: 2,
  kind: 'assignment' as WorkKind,
  state,
  minutes,
})
const names = (list: { name: string }[]) => list.map(one => one.name)

it('the agenda puts the longest overdue and the nearest deadline first and counts what is asked', () => {
  const agenda = agendaOf([
    item('no deadline', { is: 'toDo', by: null }),
    item('later', { is: 'started', by: 50 }),
    item('sooner', { is: 'toDo', by: 40 }),
    item('just overdue', { is: 'overdue', since: 30, begun: false }),
    item('long overdue', { is: 'overdue', since: 10, begun: true }),
    item('again', { is: 'tryAgain', by: 60 }, null),
    item('back', { is: 'handedBack', at: 5, mark: null }),
    item('back later', { is: 'handedBack', at: 9, mark: 100 }),
    item('ahead', { is: 'opens', at: 99 }),
    item('in', { is: 'withTeacher', since: 20, lateBy: 0 }),
    item('gone', { is: 'missing', since: 1 }),
    item('excused', { is: 'excused' }),
    { ...item('to read', { is: 'toDo', by: null }), kind: 'handout' },
    { ...item('to read by then', { is: 'toDo', by: 45 }), kind: 'handout' },
    { ...item('looked at', { is: 'seen' }), kind: 'handout' },
  ])
  expect(names(agenda.needsAHand)).toEqual(['long overdue', 'just overdue', 'again'])
  expect(names(agenda.next)).toEqual(['sooner', 'to read by then', 'later', 'no deadline'])
  expect(names(agenda.cameBack)).toEqual(['back later', 'back'])
  expect(names(agenda.ahead)).toEqual(['ahead'])
  expect(agenda.minutes).toBe(60)
  // all of the two overdue, and what falls on this day of the other five
  expect(agenda.minutesToday).toBe(10 + 10 + 5 * 2)
})

it('what is to be done falls on the days of the school, wherever the server stands', () => {
  const at = (moment: string) => Date.parse(moment)
  const days = byDay(
    [
      item('last minute', { is: 'toDo', by: at('2026-10-14T22:59Z') }),
      item('midnight', { is: 'toDo', by: at('2026-10-14T23:00Z') }),
      item('same day', { is: 'started', by: at('2026-10-15T12:00Z') }),
      item('no deadline', { is: 'toDo', by: null }),
    ],
    'Europe/Lisbon',
  )
  expect(days.map(({ day, items }) => [day, names(items)])).toEqual([
    // summer time: an hour before UTC's midnight
    ['2026-10-14', ['last minute']],
    ['2026-10-15', ['midnight', 'same day']],
    [null, ['no deadline']],
  ])
})

it('a text that is empty or over its limit is refused with what it is and how long it may be', () => {
  expect(readText('note', ' \n ')).toMatchObject({
    refusal: { code: 'text_empty', params: { what: 'note' } },
  })
  expect(readText('note', 'x'.repeat(LIMITS.note + 1))).toMatchObject({
    refusal: { code: 'text_long', params: { most: LIMITS.note } },
  })
  expect(readText('note', ' hello \n')).toEqual({ ok: true, value: 'hello' })
})

it('formatting alone says nothing', () => {
  expect(isBlank('<p></p><p>&nbsp;<br></p>')).toBe(true)
  expect(isBlank('<p>.</p>')).toBe(false)
})
