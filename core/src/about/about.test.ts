import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import {
  fromTodayOn,
  MOST_LINKS,
  type PageForm,
  readAddress,
  readBirthday,
  readLinks,
  readPage,
  timeNow,
} from './index.js'

const page: PageForm = { kind: 'about', title: ' Who we are ', html: '<p>x</p>', times: [], month: null }
const line = (starts: string, ends: string, what = 'Break') => ({ starts, ends, what })

describe('a page', () => {
  it('keeps what belongs to its kind alone', () => {
    const times = [line('10:45', '11:00')]
    expect(readPage({ ...page, times, month: '2026-10' })).toMatchObject({
      ok: true,
      value: { title: 'Who we are', times: [], month: null },
    })
    expect(readPage({ ...page, kind: 'newsletter', month: '2026-10' })).toMatchObject({
      value: { month: '2026-10' },
    })
  })

  it('of the times of the day puts its lines in order, without those that say nothing', () => {
    const times = [line('12:30', '13:30', 'Lunch'), line('', '', ' '), line('09:00', '10:30', 'First lesson')]
    const read = readPage({ ...page, kind: 'times', times })
    expect(read).toMatchObject({ value: { times: [{ what: 'First lesson' }, { what: 'Lunch' }] } })
    if (!read.ok) throw new Error('not read')
    expect(timeNow(read.value.times, '12:45')?.what).toBe('Lunch')
    expect(timeNow(read.value.times, '13:30')).toBeUndefined()
  })

  it.each([
    [{ title: ' ' }, 'text_empty'],
    [{ kind: 'times', times: [line('09:00', '')] }, 'lesson_unreadable'],
    [{ kind: 'times', times: [line('10:00', '09:00')] }, 'lesson_backwards'],
    [{ kind: 'times', times: [line('09:00', '10:00', '')] }, 'text_empty'],
    [{ kind: 'times', times: Array(41).fill(line('09:00', '10:00')) }, 'times_many'],
    [{ kind: 'newsletter', month: '2026-13' }, 'month_unreadable'],
    [{ kind: 'newsletter', month: null }, 'month_unreadable'],
  ] as [Partial<PageForm>, string][])('with %j is refused as %s', (part, code) => {
    expect(readPage({ ...page, ...part })).toMatchObject({ ok: false, refusal: { code } })
  })
})

describe('links', () => {
  it('are web addresses, also where their beginning is left out', () => {
    expect(readAddress(' example.org/a?b=c ')).toBe('https://example.org/a?b=c')
    expect(readAddress('http://example.org')).toBe('http://example.org')
    for (const text of [
      '',
      'a b.org',
      'javascript:alert(1)',
      'data:text/html,x',
      'file:///etc/passwd',
      'localhost',
      'https://',
    ])
      expect(readAddress(text), text).toBeUndefined()
  })

  it('are called by their host where they have no title, and are not too many', () => {
    expect(
      readLinks([
        { title: '', url: 'tides.example.org/x' },
        { title: ' ', url: '' },
      ]),
    ).toEqual({
      ok: true,
      value: [{ title: 'tides.example.org', url: 'https://tides.example.org/x' }],
    })
    const many = Array.from({ length: MOST_LINKS + 1 }, (_, n) => ({ title: '', url: `x${n}.example` }))
    expect(readLinks(many)).toMatchObject({ refusal: { code: 'links_many' } })
    expect(readLinks([{ title: 'Tides', url: 'tides' }])).toMatchObject({
      refusal: { code: 'link_unreadable', params: { text: 'tides' } },
    })
  })
})

describe('birthdays', () => {
  it('are days that some year has, against luxon', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1, max: 33 }), fc.integer({ min: -1, max: 14 }), (day, month) => {
        const theirs = DateTime.fromObject({ year: 2028, month, day }).isValid
        expect(readBirthday({ day, month }).ok).toBe(theirs && day > 0 && month > 0)
      }),
    )
    expect(readBirthday({ day: 29, month: 2 })).toEqual({ ok: true, value: '02-29' })
    expect(readBirthday({ day: 1.5, month: 2 }).ok).toBe(false)
  })

  it('come from today on, over the end of the year', () => {
    const people = ['01-05', '10-13', '10-14', '12-31'].map(birthday => ({ birthday }))
    expect(fromTodayOn(people, '10-14').map(one => one.birthday)).toEqual([
      '10-14',
      '12-31',
      '01-05',
      '10-13',
    ])
  })
})
