import type { Why } from '@oppen/core/timing'
import { expect, it } from 'vitest'
import { troubleWords, whyWords } from './why.js'

const context = { now: Date.UTC(2026, 9, 14, 15, 20), zone: 'Europe/Lisbon' }
const lesson = { date: '2026-10-15', starts: '13:30', ends: '14:15' }

it.each<[Why, string]>([
  [{ is: 'fixed' }, 'a fixed time'],
  [{ is: 'own' }, 'extension'],
  [{ is: 'lesson', edge: 'start', lesson, moved: false }, 'start of the Thursday lesson'],
  [{ is: 'lesson', edge: 'end', lesson, moved: true }, 'end of the Thursday lesson, which was moved'],
  [
    { is: 'nextLesson', edge: 'start', lesson: { ...lesson, date: '2026-10-22' }, moved: false },
    'start of the next lesson, Thu 22 Oct 13:30',
  ],
  [{ is: 'schoolDays', days: 1, lesson }, '1 school day after the Thursday lesson'],
  [{ is: 'schoolDays', days: -2, lesson }, '2 school days before the Thursday lesson'],
  [{ is: 'schoolDays', days: 0, lesson }, 'the day of the Thursday lesson'],
  [
    { is: 'fixed', pushed: { by: 'Storm', from: '2026-10-15T17:00' } },
    'a fixed time, Thu 17:00 is closed (Storm)',
  ],
])('%j is said as “%s”', (why, words) => {
  expect(whyWords(why, context)).toBe(words)
})

it('a time that could not be worked out says what is missing', () => {
  expect(troubleWords({ time: 'due', is: 'noLesson', n: 3, held: 2 })).toBe(
    'The group has only 2 lessons that week, so there is no lesson 3.',
  )
  expect(troubleWords({ time: 'due', is: 'noLesson', n: 1, held: 0 })).toBe(
    'The group has no lesson that week.',
  )
  expect(troubleWords({ time: 'due', is: 'dueBeforeOpens' })).toBe('It would be due before it opens.')
})
