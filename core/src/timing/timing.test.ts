import { expect, it } from 'vitest'
import { dayInWords, spanOf, timeOfDay, when } from './index.js'

const zone = 'Europe/Lisbon'
const now = Date.UTC(2026, 9, 14, 15, 20)

it('a near moment is a weekday and a time, a far one has its date, another year its year', () => {
  expect(when(Date.UTC(2026, 9, 15, 12, 30), { now, zone })).toBe('Thu 13:30')
  expect(when(Date.UTC(2026, 9, 22, 12, 30), { now, zone })).toBe('Thu 22 Oct 13:30')
  expect(when(Date.UTC(2027, 0, 7, 9, 0), { now, zone })).toBe('Thu 7 Jan 2027 09:00')
  expect(timeOfDay(Date.UTC(2026, 9, 14, 23, 5), zone)).toBe('00:05')
  expect(dayInWords(now, zone)).toBe('Wednesday 14 October')
})

it('a span is whole days, hours and minutes, and never nothing for something', () => {
  expect(spanOf(0)).toEqual({ days: 0, hours: 0, minutes: 0 })
  expect(spanOf(1)).toEqual({ days: 0, hours: 0, minutes: 1 })
  expect(spanOf(2 * 86_400_000 + 3 * 3_600_000 + 59_999)).toEqual({ days: 2, hours: 3, minutes: 0 })
})
