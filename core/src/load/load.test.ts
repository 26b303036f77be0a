import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isSchoolDay, type SchoolCalendar, WORKING_WEEK } from '../timing/index.js'
import { addDays, dateOf, dayOf, instantsIn, localAt } from '../zone/index.js'
import { addLoads, byWeek, lighterDay, MOST_DAYS, spreadLoad, weekLoad } from './index.js'

const zone = 'Europe/Lisbon'
const calendar: SchoolCalendar = {
  zone,
  terms: [],
  closures: [{ name: 'Half term', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
  rotation: null,
  weekdays: WORKING_WEEK,
}
const at = instantsIn(zone)
const spreadOf = (
  minutes: number,
  from: string,
  due: string | null,
  lane: 'getReady' | 'lesson' | 'followUp' | null = 'followUp',
) =>
  Object.fromEntries(
    spreadLoad(calendar, { minutes, lane, from: at(from), dueAt: due === null ? null : at(due) }),
  )

describe('the minutes of a work', () => {
  it('fall evenly on the school days until its deadline, the odd ones first', () => {
    expect(spreadOf(25, '2026-10-13T09:00', '2026-10-16T17:00')).toEqual({
      '2026-10-13': 7,
      '2026-10-14': 6,
      '2026-10-15': 6,
      '2026-10-16': 6,
    })
  })
  it('leave out the day of a deadline that has no afternoon', () => {
    expect(spreadOf(20, '2026-10-13T09:00', '2026-10-15T13:30')).toEqual({
      '2026-10-13': 10,
      '2026-10-14': 10,
    })
    expect(spreadOf(20, '2026-10-15T09:00', '2026-10-15T13:30')).toEqual({ '2026-10-15': 20 })
  })
  it('fall on the last five school days at most, and never on a closed one', () => {
    expect(spreadOf(10, '2026-09-01T09:00', '2026-11-03T17:00')).toEqual({
      '2026-10-21': 2,
      '2026-10-22': 2,
      '2026-10-23': 2,
      '2026-11-02': 2,
      '2026-11-03': 2,
    })
  })
  it('fall on the lesson for work in the lesson, and on the opening without a deadline', () => {
    expect(spreadOf(30, '2026-10-01T09:00', '2026-10-15T14:15', 'lesson')).toEqual({ '2026-10-15': 30 })
    expect(spreadOf(30, '2026-10-01T09:00', null)).toEqual({ '2026-10-01': 30 })
    expect(spreadOf(3, '2026-10-12T09:00', '2026-10-16T17:00')).toEqual({
      '2026-10-12': 1,
      '2026-10-13': 1,
      '2026-10-14': 1,
    })
    expect(spreadOf(0, '2026-10-12T09:00', '2026-10-16T17:00')).toEqual({})
  })

  const moment = fc
    .integer({ min: Date.UTC(2026, 8, 1) / 60_000, max: Date.UTC(2027, 3, 30) / 60_000 })
    .map(one => one * 60_000)
  const submission = fc.record({
    minutes: fc.integer({ min: 0, max: 600 }),
    lane: fc.constantFrom('getReady' as const, 'lesson' as const, 'followUp' as const, null),
    from: moment,
    dueAt: fc.option(moment),
  })
  it('add up, are never negative and stay within five days from opening to deadline', () => {
    fc.assert(
      fc.property(submission, one => {
        const dueAt = one.dueAt === null ? null : Math.max(one.from, one.dueAt)
        const days = spreadLoad(calendar, { ...one, dueAt })
        expect([...days.values()].reduce((sum, minutes) => sum + minutes, 0)).toBe(one.minutes)
        expect([...days.values()].every(minutes => minutes > 0)).toBe(true)
        expect(days.size).toBeLessThanOrEqual(MOST_DAYS)
        for (const date of days.keys()) {
          expect(date >= localAt(one.from, zone).slice(0, 10)).toBe(true)
          if (dueAt !== null) expect(date <= localAt(dueAt, zone).slice(0, 10)).toBe(true)
          if (days.size > 1) expect(isSchoolDay(calendar, date)).toBe(true)
        }
      }),
    )
  })
  it('of all works together add up by day and by week', () => {
    fc.assert(
      fc.property(fc.array(submission, { maxLength: 20 }), submissions => {
        const all = addLoads(
          submissions.map(one =>
            spreadLoad(calendar, { ...one, dueAt: one.dueAt && Math.max(one.from, one.dueAt) }),
          ),
        )
        const minutes = submissions.reduce((sum, one) => sum + one.minutes, 0)
        const sum = (of: Map<string, number>) => [...of.values()].reduce((a, b) => a + b, 0)
        expect(sum(all)).toBe(minutes)
        expect(sum(byWeek(all))).toBe(minutes)
        for (const [monday, inWeek] of byWeek(all)) expect(weekLoad(all, monday).minutes).toBe(inWeek)
      }),
    )
  })
})

describe('a week', () => {
  const loads = new Map([
    ['2026-10-12', 20],
    ['2026-10-14', 45],
    ['2026-10-19', 90],
  ])
  it('has its minutes and the day that asks most', () => {
    expect(weekLoad(loads, '2026-10-12')).toEqual({ minutes: 65, peak: { date: '2026-10-14', minutes: 45 } })
    expect(weekLoad(loads, '2026-11-02')).toEqual({ minutes: 0, peak: null })
  })
})

describe('a lighter day', () => {
  const ask = (loads: ReadonlyMap<string, number>, due: string, from = '2026-10-14T09:00') =>
    lighterDay({ calendar, toInstant: at }, loads, {
      minutes: 20,
      lane: 'followUp',
      from: at(from),
      dueAt: at(due),
      time: due.slice(11),
    })
  it('is the nearest one whose fullest day holds least', () => {
    // worked by hand: due on the 15th all 20 fall on that day's 60; due on the 22nd they fall on 16, 19, 20, 21 and 22
    expect(ask(new Map([['2026-10-15', 60]]), '2026-10-15T17:00', '2026-10-15T09:00')).toEqual({
      date: '2026-10-22',
      now: 80,
      peak: 4,
    })
  })
  it('is not looked for to save a few minutes', () => {
    expect(ask(new Map(), '2026-10-15T17:00')).toBeUndefined()
  })
  it('is never one that is no school day, nor one before the opening', () => {
    const date = fc.integer({ min: dayOf('2026-10-14'), max: dayOf('2026-11-10') }).map(dateOf)
    fc.assert(
      fc.property(date, fc.dictionary(date, fc.integer({ min: 0, max: 90 })), (due, load) => {
        const found = ask(new Map(Object.entries(load)), `${due}T17:00`)
        if (!found) return
        expect(isSchoolDay(calendar, found.date)).toBe(true)
        expect(found.date >= '2026-10-14' && found.date <= addDays(due, 7)).toBe(true)
        expect(found.peak).toBeLessThan(found.now)
      }),
    )
  })
})
