import { describe, expect, it } from 'vitest'
import { lessonNow, readLessonTime } from './index.js'

describe('the lesson that is on', () => {
  const minute = 60_000
  const lessons = [
    { startsAt: 100 * minute, endsAt: 190 * minute },
    { startsAt: 160 * minute, endsAt: 205 * minute },
  ]

  it('counts from ten minutes before it and until it ends', () => {
    expect(lessonNow(lessons, 90 * minute - 1)).toBeUndefined()
    expect(lessonNow(lessons, 90 * minute)).toBe(lessons[0])
    expect(lessonNow(lessons, 205 * minute)).toBeUndefined()
  })

  it('is the one that ends last where two overlap', () => {
    expect(lessonNow(lessons, 170 * minute)).toBe(lessons[1])
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
