import type { DaysPage } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { itemsByDay, withoutKinds } from './items.js'

const zone = 'Europe/Lisbon'
const span = { from: '2026-10-12', to: '2026-10-18' }
const page: DaysPage = {
  deadlines: [
    {
      classId: 'c' as never,
      className: 'Tides',
      // 23:59 in Lisbon on the 15th, which is the 16th nowhere but further east
      dueAt: Date.UTC(2026, 9, 15, 22, 59),
      placeId: 'p' as never,
      child: 'a',
      status: null,
      groupNames: [],
      work: { id: 'w', title: 'Tables' } as never,
    },
  ],
  lessons: [
    {
      key: 'l@2026-10-15',
      date: '2026-10-15',
      classId: 'c' as never,
      className: 'Tides',
      child: 'a',
      groupNames: ['Heron'],
      startsAt: Date.UTC(2026, 9, 15, 12, 30),
      endsAt: Date.UTC(2026, 9, 15, 13, 15),
      place: '',
      room: null,
    },
  ],
  terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-10-16' }],
  closures: [{ name: 'Storm', from: '2026-10-15', to: '2026-10-16', starts: '12:00', ends: null }],
  entries: [
    {
      id: 'e' as never,
      title: 'Trip',
      note: '',
      from: '2026-10-15',
      to: '2026-10-20',
      starts: '08:00',
      ends: '10:00',
    },
  ],
}

describe('the days of a calendar', () => {
  const days = itemsByDay(page, span, zone)
  const on = (date: string) => days.get(date)?.map(one => `${one.time ?? ''} ${one.is}`.trim())

  it('have everything in the order of the day, whole days first', () => {
    expect(on('2026-10-15')).toEqual(['08:00 entry', '12:00 closure', '13:30 lesson', '23:59 deadline'])
    expect(on('2026-10-16')).toEqual(['term', 'entry', '12:00 closure'])
  })

  it('are all there, also where nothing is, and none beside them', () => {
    expect([...days.keys()]).toHaveLength(7)
    expect(on('2026-10-12')).toEqual([])
    expect(on('2026-10-18')).toEqual(['entry'])
    expect(on('2026-10-19')).toBeUndefined()
  })

  it('can leave kinds out', () => {
    const left = withoutKinds(days, new Set(['lesson', 'entry'] as const))
    expect(left.get('2026-10-15')?.map(one => one.is)).toEqual(['closure', 'deadline'])
  })
})
