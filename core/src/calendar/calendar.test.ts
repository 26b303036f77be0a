import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, dateOf, dayOf, weekdayOf } from '../zone/days.js'
import {
  CALENDAR_VIEWS,
  datesBetween,
  type EntryForm,
  lastOfMonth,
  readEntryForm,
  spanOf,
  turnPage,
  weeksOf,
} from './index.js'

const day = fc.integer({ min: dayOf('1999-01-01'), max: dayOf('2101-01-01') }).map(dateOf)

describe('the pages of a calendar, against luxon', () => {
  it('of a month hold the month whole, in weeks from Monday to Sunday, and no week without a day of it', () => {
    fc.assert(
      fc.property(day, date => {
        const theirs = DateTime.fromISO(date, { zone: 'UTC' })
        expect(lastOfMonth(date)).toBe(theirs.endOf('month').toISODate())
        const { from, to } = spanOf('month', date)
        expect(from).toBe(theirs.startOf('month').startOf('week').toISODate())
        expect(to).toBe(theirs.endOf('month').endOf('week').toISODate())
        for (const week of weeksOf({ from, to })) {
          expect(week.map(weekdayOf)).toEqual([1, 2, 3, 4, 5, 6, 7])
          expect(week.some(one => one.slice(0, 7) === date.slice(0, 7))).toBe(true)
        }
      }),
    )
  })

  it('follow one another without a gap', () => {
    fc.assert(
      fc.property(day, fc.constantFrom(...CALENDAR_VIEWS), (date, view) => {
        const next = turnPage(view, date, 1)
        const { to } = spanOf(view, date)
        expect(spanOf(view, next).from <= addDays(to, 1)).toBe(true)
        expect(spanOf(view, next).to > to).toBe(true)
        if (view === 'month') {
          const theirs = DateTime.fromISO(date, { zone: 'UTC' })
          expect(next).toBe(theirs.plus({ months: 1 }).toISODate())
          expect(turnPage(view, date, -1)).toBe(theirs.minus({ months: 1 }).toISODate())
        } else expect(turnPage(view, next, -1)).toBe(date)
      }),
    )
  })
})

describe('an entry', () => {
  const form: EntryForm = {
    title: ' Dentist ',
    note: '',
    from: '2026-10-16',
    to: '2026-10-16',
    starts: '15:00',
    ends: '15:45',
  }

  it('is read with its name tidied', () => {
    expect(readEntryForm(form)).toEqual({ ok: true, value: { ...form, title: 'Dentist' } })
    expect(readEntryForm({ ...form, starts: null, ends: null }).ok).toBe(true)
    // over a night it may end at an earlier time of day
    expect(readEntryForm({ ...form, to: '2026-10-17', ends: '09:00' }).ok).toBe(true)
  })

  it.each([
    [{ title: '  ' }, 'text_empty'],
    [{ title: 'x'.repeat(161) }, 'text_long'],
    [{ note: 'x'.repeat(8_001) }, 'text_long'],
    [{ from: '2026-02-30' }, 'date_unreadable'],
    [{ to: '2026-10-15' }, 'dates_backwards'],
    [{ to: '2027-10-15' }, 'span_long'],
    [{ starts: '25:00' }, 'time_unreadable'],
    [{ ends: '15:00' }, 'entry_backwards'],
    [{ starts: null }, 'entry_backwards'],
  ])('with %j is refused as %s', (part, code) => {
    expect(readEntryForm({ ...form, ...part })).toMatchObject({ ok: false, refusal: { code } })
  })

  it('stands on each of its days', () => {
    expect(datesBetween('2026-10-30', '2026-11-01')).toEqual(['2026-10-30', '2026-10-31', '2026-11-01'])
    expect(datesBetween('2026-10-15', '2026-10-14')).toEqual([])
  })
})
