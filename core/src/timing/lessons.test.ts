import { describe, expect, it } from 'vitest'
import { lessonNow, readLessonTime } from './index.js'

const zone = 'Europe/Lisbon'
const lessons = [
  { weekday: 3, starts: '09:00', ends: '10:30' },
  { weekday: 3, starts: '10:00', ends: '10:45' },
  { weekday: 7, starts: '01:30', ends: '02:30' },
]
const utc = (day: number, hour: number, minute: number) => Date.UTC(2026, 9, day, hour, minute)

describe('the lesson that is on', () => {
  it('begins ten minutes early and ends on time, in the school’s zone', () => {
    // Wednesday 14 October 2026; Lisbon is an hour ahead of UTC until 25 October
    expect(lessonNow(lessons, utc(14, 7, 49), zone)).toBeUndefined()
    expect(lessonNow(lessons, utc(14, 7, 50), zone)).toEqual({ starts: utc(14, 8, 0), ends: utc(14, 9, 30) })
    expect(lessonNow(lessons, utc(14, 9, 45), zone)).toBeUndefined()
    expect(lessonNow(lessons, utc(15, 8, 30), zone)).toBeUndefined()
  })

  it('is the one that ends last where two overlap', () => {
    expect(lessonNow(lessons, utc(14, 9, 10), zone)?.ends).toBe(utc(14, 9, 45))
  })

  it('keeps its local time when the clocks change', () => {
    // 25 October 2026, 02:00 becomes 01:00 again; 28 October is the first Wednesday of winter time
    expect(lessonNow(lessons, utc(28, 9, 5), zone)).toEqual({ starts: utc(28, 9, 0), ends: utc(28, 10, 30) })
    const twice = lessonNow(lessons, utc(25, 0, 45), zone)
    expect(twice?.ends).toBe(utc(25, 2, 30))
  })
})

describe('a lesson time', () => {
  it('is read, or refused with what is wrong', () => {
    expect(readLessonTime({ weekday: 1, starts: '09:00', ends: '09:45' })).toMatchObject({ ok: true })
    expect(readLessonTime({ weekday: 1, starts: '09:00', ends: '09:00' })).toMatchObject({
      refusal: { code: 'lesson_backwards' },
    })
    for (const odd of [
      { weekday: 0, starts: '09:00', ends: '09:45' },
      { weekday: 1, starts: '9:00', ends: '09:45' },
      { weekday: 1, starts: '09:00', ends: '24:00' },
    ])
      expect(readLessonTime(odd)).toMatchObject({ refusal: { code: 'lesson_unreadable' } })
  })
})
