import { expect, it } from 'vitest'
import { dayInWords, spanOf, timeOfDay, when, whenDay } from './index.js'

const zone = 'Europe/Lisbon'
const now = Date.UTC(2026, 9, 14, 15, 20)

it('a moment of this week is a weekday and a time, another has its date, another year its year', () => {
  expect(when(Date.UTC(2026, 9, 15, 12, 30), { now, zone })).toBe('Thu 13:30')
  expect(when(Date.UTC(2026, 9, 22, 12, 30), { now, zone })).toBe('Thu 22 Oct 13:30')
  expect(when(Date.UTC(2026, 9, 11, 23, 0), { now, zone })).toBe('Mon 00:00')
  expect(when(Date.UTC(2026, 9, 11, 22, 59), { now, zone })).toBe('Sun 11 Oct 23:59')
  expect(when(Date.UTC(2026, 9, 18, 22, 59), { now, zone })).toBe('Sun 23:59')
  expect(when(Date.UTC(2026, 9, 18, 23, 0), { now, zone })).toBe('Mon 19 Oct 00:00')
  expect(when(Date.UTC(2027, 0, 7, 9, 0), { now, zone })).toBe('Thu 7 Jan 2027 09:00')
  expect(whenDay(Date.UTC(2026, 9, 13, 9), { now, zone })).toBe('Tue')
  expect(whenDay(Date.UTC(2026, 9, 10, 9), { now, zone })).toBe('10 Oct')
  expect(timeOfDay(Date.UTC(2026, 9, 14, 23, 5), zone)).toBe('00:05')
  expect(dayInWords(now, zone)).toBe('Wednesday 14 October')
})

it('a span is whole days, hours and minutes, and never nothing for something', () => {
  expect(spanOf(0)).toEqual({ days: 0, hours: 0, minutes: 0 })
  expect(spanOf(1)).toEqual({ days: 0, hours: 0, minutes: 1 })
  expect(spanOf(2 * 86_400_000 + 3 * 3_600_000 + 59_999)).toEqual({ days: 2, hours: 3, minutes: 0 })
})
