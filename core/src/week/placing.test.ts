import { expect, it } from 'vitest'
import { dayOfCard } from './index.js'

const week = {
  week: '2026-10-12',
  zone: 'Europe/Lisbon',
  lessons: ['2026-10-13', '2026-10-16'],
  lastDay: '2026-10-16',
}
// Lisbon is an hour ahead of UTC in October 2026 until the 25th
const at = (day: number, hour: number) => Date.UTC(2026, 9, day, hour)

it.each([
  ['where it is due', { lane: 'followUp', opensAt: at(12, 8), dueAt: at(15, 16) }, '2026-10-15'],
  [
    'on the day that it is due there, not in UTC',
    { lane: 'followUp', opensAt: null, dueAt: at(14, 23) },
    '2026-10-15',
  ],
  [
    'where it opens, if it is due in another week',
    { lane: 'followUp', opensAt: at(14, 8), dueAt: at(21, 16) },
    '2026-10-14',
  ],
  ['at the first lesson without times', { lane: 'getReady', opensAt: null, dueAt: null }, '2026-10-13'],
  [
    'at the end of the week for what follows',
    { lane: 'followUp', opensAt: null, dueAt: at(21, 16) },
    '2026-10-16',
  ],
] as const)('a card stands %s', (_, card, date) => {
  expect(dayOfCard(card, week)).toBe(date)
})

it('a week without lessons begins on its Monday', () => {
  expect(dayOfCard({ lane: 'lesson', opensAt: null, dueAt: null }, { ...week, lessons: [] })).toBe(
    '2026-10-12',
  )
})
