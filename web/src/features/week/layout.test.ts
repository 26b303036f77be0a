import type { WeekCard, WeekPage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { UNTOUCHED } from '@oppen/core/work'
import { describe, expect, it } from 'vitest'
import { weekWords } from '../../words/dates.js'
import { cellsOf, shownCounts, shownLessons, shownTimes } from './layout.js'

const zone = 'Europe/Lisbon'
// Lisbon is an hour ahead of UTC in October 2026 until the 25th; it is Wednesday 14 October, 16:20
const at = (day: number, hour: number) => Date.UTC(2026, 9, day, hour - 1)
const now = Date.UTC(2026, 9, 14, 15, 20)
const [heron, wren] = ['heron', 'wren'] as GroupId[]

const card = (title: string, part: Partial<WeekCard>): WeekCard => ({
  id: title as never,
  kind: 'assignment',
  title,
  points: null,
  minutes: null,
  opensAt: null,
  dueAt: null,
  closesAt: null,
  postedAt: 0,
  lane: 'followUp',
  topicName: null,
  posting: 'posted',
  why: null,
  mine: UNTOUCHED,
  newNotes: 0,
  counts: null,
  times: [],
  ...part,
})
const lesson = (groupId: GroupId, date: string, key = `${groupId} ${date}`) => ({
  key,
  groupId,
  date,
  starts: '10:15',
  ends: '11:00',
  startsAt: Date.parse(`${date}T09:15Z`),
  endsAt: Date.parse(`${date}T10:00Z`),
  place: '',
  movedFrom: null,
  extra: false,
  live: '',
  own: '',
  room: null,
})
const page = (part: Partial<WeekPage>): WeekPage => ({
  className: 'Tides',
  week: '2026-10-12',
  pupil: null,
  groups: [
    { id: heron as GroupId, name: 'Heron', room: null },
    { id: wren as GroupId, name: 'Wren', room: null },
  ],
  links: [],
  term: null,
  rotation: null,
  days: [12, 13, 14, 15, 16].map(day => ({ date: `2026-10-${day}`, closed: null, minutes: 0 })),
  lessons: [],
  goals: [],
  cards: [],
  waiting: [],
  cameBack: [],
  changesAt: null,
  ...part,
})
const titles = (
  of: WeekPage,
  lane: 'getReady' | 'lesson' | 'followUp',
  date: string,
  groupId: GroupId | null = null,
) => cellsOf({ page: of, groupId, zone, now })(lane, date).map(one => one.title)

describe('cards', () => {
  it('stand in their lane on the day that they are due', () => {
    const of = page({ cards: [card('due', { dueAt: at(15, 13), lane: 'getReady' })] })
    expect(titles(of, 'getReady', '2026-10-15')).toEqual(['due'])
    expect(titles(of, 'followUp', '2026-10-15')).toEqual([])
  })

  it('that are late but still accepted stand on today, with what waits from before', () => {
    const late = card('late', { dueAt: at(12, 17) })
    const over = card('over', { dueAt: at(12, 17), closesAt: at(13, 17) })
    const of = page({ cards: [late, over], waiting: [card('waiting', { dueAt: at(5, 17) })] })
    expect(titles(of, 'followUp', '2026-10-14')).toEqual(['waiting', 'late'])
    expect(titles(of, 'followUp', '2026-10-12')).toEqual(['over'])
  })

  it('of a day without a column stand on the last one before it', () => {
    expect(
      titles(page({ cards: [card('Sunday', { dueAt: at(18, 12) })] }), 'followUp', '2026-10-16'),
    ).toEqual(['Sunday'])
  })

  it('stand where the chosen group has them, and only what it is asked', () => {
    const counts = { in: 1, toMark: 0, of: 2 }
    const times = (groupId: GroupId, dueAt: number) => ({
      groupId,
      appearsAt: null,
      opensAt: null,
      dueAt,
      closesAt: null,
      why: null,
      problems: [],
      counts,
    })
    const both = card('both', {
      mine: null,
      dueAt: at(15, 13),
      counts: { in: 3, toMark: 1, of: 9 },
      times: [times(heron as GroupId, at(15, 13)), times(wren as GroupId, at(16, 9))],
    })
    const one = card('one', { mine: null, dueAt: at(15, 13), times: [times(heron as GroupId, at(15, 13))] })
    const of = page({ cards: [both, one] })
    expect(titles(of, 'followUp', '2026-10-15')).toEqual(['both', 'one'])
    expect(titles(of, 'followUp', '2026-10-16', wren as GroupId)).toEqual(['both'])
    expect(titles(of, 'followUp', '2026-10-15', wren as GroupId)).toEqual([])
    expect(shownTimes(both, wren as GroupId).dueAt).toBe(at(16, 9))
    expect(shownCounts(both, null)).toEqual({ in: 3, toMark: 1, of: 9 })
    expect(shownCounts(both, wren as GroupId)).toEqual(counts)
  })
})

it('a lesson of the whole class stands once, with all its groups', () => {
  const shared = [lesson(heron as GroupId, '2026-10-14', 'all'), lesson(wren as GroupId, '2026-10-14', 'all')]
  const of = page({ lessons: [lesson(wren as GroupId, '2026-10-16'), ...shared] })
  expect(shownLessons(of, null).map(one => one.groupNames)).toEqual([['Heron', 'Wren'], ['Wren']])
  expect(shownLessons(of, heron as GroupId).map(one => one.lesson.date)).toEqual(['2026-10-14'])
})

it('a week is called by its days, and by both months where it lies in two', () => {
  expect(weekWords('2026-10-12', '2026-10-16')).toBe('12 – 16 October')
  expect(weekWords('2026-11-30', '2026-12-04')).toBe('30 November – 4 December')
})
