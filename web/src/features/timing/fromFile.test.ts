import type { TimetableForm } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { describe, expect, it } from 'vitest'
import { addClosures, addLessons, type Found, guessWhose } from './fromFile.js'

const heron = 'h' as GroupId
const groups = [
  { id: heron, name: 'Heron', room: null },
  { id: 'w' as GroupId, name: 'Wren', room: null },
]
const found: Found = {
  title: 'Science Heron',
  weekly: [
    {
      weekday: 1,
      starts: '10:15',
      ends: '11:00',
      place: 'Lab',
      rotation: null,
      first: '2026-09-07',
      last: '2026-12-07',
      missing: ['2026-09-14', '2026-11-16'],
    },
  ],
  single: [{ date: '2026-11-17', starts: '14:00', ends: '15:00', place: 'Quay' }],
}
const form: TimetableForm = { from: '2026-10-14', lessons: [], changes: [], rooms: [] }

describe('lessons of a file', () => {
  it('are given to the group that is named in them, and to nobody where that is not clear', () => {
    expect(guessWhose(found, groups, true)).toBe(heron)
    expect(guessWhose({ ...found, title: 'Science' }, groups, true)).toBe('none')
    expect(guessWhose({ ...found, title: 'Science' }, groups, false)).toBe('all')
    expect(guessWhose({ ...found, title: 'Heron and Wren' }, groups, true)).toBe('none')
  })

  it('come into the form with their missing dates from the first day on, and single ones as extra', () => {
    const { form: next, added } = addLessons(form, [{ found, whose: heron }])
    expect(added).toBe(2)
    expect(next.lessons).toMatchObject([{ groupId: heron, weekday: 1, starts: '10:15' }])
    expect(next.changes).toMatchObject([
      { kind: 'cancelled', lessonId: next.lessons[0]?.id, on: '2026-11-16' },
      { kind: 'extra', groupId: heron, to: { date: '2026-11-17' } },
    ])
  })

  it('are not doubled, nor taken where they are left out', () => {
    const once = addLessons(form, [{ found, whose: heron }]).form
    expect(addLessons(once, [{ found, whose: heron }])).toEqual({ form: once, added: 0 })
    expect(addLessons(form, [{ found, whose: 'none' }])).toEqual({ form, added: 0 })
  })
})

it('closures of a file stand beside those that are there, none twice', () => {
  const storm = { name: 'Storm', from: '2026-10-05', to: '2026-10-05', starts: null, ends: null }
  const winter = { name: 'Winter', from: '2026-12-21', to: '2027-01-01', starts: null, ends: null }
  const { closures, added } = addClosures([winter], [{ ...winter, name: 'Christmas' }, storm])
  expect(added).toBe(1)
  expect(closures).toEqual([storm, winter])
})
