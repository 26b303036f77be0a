import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { ConversationId, PlaceId, SpaceId, WorkId } from '../ids/index.js'
import { instantsIn, localAt } from '../zone/index.js'
import {
  isNothing,
  isTimeToTell,
  lastDaily,
  NEWS_CHOICES,
  type News,
  type NewsChoices,
  type NewsItem,
  quietAt,
  REMIND_AHEAD,
  REMINDERS,
  readQuiet,
  remindersOf,
  toTell,
} from './index.js'

const ZONE = 'Europe/Lisbon'
const at = instantsIn(ZONE)
const NIGHT = { from: '20:00', until: '07:00' }
const local = (moment: number | undefined) => (moment === undefined ? undefined : localAt(moment, ZONE))

describe('quiet hours', () => {
  it.each([
    ['2026-10-14T19:59', false],
    ['2026-10-14T20:00', true],
    ['2026-10-15T00:00', true],
    ['2026-10-15T06:59', true],
    ['2026-10-15T07:00', false],
  ])('over midnight: %s is quiet: %s', (moment, quiet) => {
    expect(quietAt(at(moment), NIGHT, ZONE) !== null).toBe(quiet)
  })

  it('within a day, and none', () => {
    const noon = { from: '12:00', until: '14:00' }
    expect(quietAt(at('2026-10-14T13:00'), noon, ZONE)).toEqual({
      from: at('2026-10-14T12:00'),
      until: at('2026-10-14T14:00'),
    })
    expect(quietAt(at('2026-10-14T14:00'), noon, ZONE)).toBeNull()
    expect(quietAt(at('2026-10-14T13:00'), null, ZONE)).toBeNull()
  })

  it('last an hour more in the night in which clocks go back', () => {
    const night = quietAt(at('2026-10-25T04:00'), NIGHT, ZONE)
    expect(((night?.until ?? 0) - (night?.from ?? 0)) / 3_600_000).toBe(12)
  })

  it('are refused where they cannot be', () => {
    expect(readQuiet(NIGHT)).toEqual({ ok: true, value: NIGHT })
    expect(readQuiet({ from: '20:00', until: '20:00' })).toMatchObject({
      refusal: { code: 'quiet_all_day' },
    })
    expect(readQuiet({ from: '24:00', until: '7' })).toMatchObject({ refusal: { code: 'quiet_unreadable' } })
  })
})

describe('reminders', () => {
  const of = (due: string, ...reminders: (typeof REMINDERS)[number][]) =>
    remindersOf(at(due), { reminders, quiet: NIGHT, zone: ZONE }).map(local)

  it('come the day before, in the morning, an hour before', () => {
    expect(of('2026-10-16T17:00', ...REMINDERS)).toEqual([
      '2026-10-15T17:00',
      '2026-10-16T07:30',
      '2026-10-16T16:00',
    ])
    expect(of('2026-10-16T17:00')).toEqual([])
  })

  it('come before the night and not in it', () => {
    expect(of('2026-10-16T07:45', 'hourBefore')).toEqual(['2026-10-15T19:59'])
    expect(of('2026-10-16T23:00', 'dayBefore')).toEqual(['2026-10-15T19:59'])
    // a morning after the deadline is too late
    expect(of('2026-10-16T07:00', 'morning')).toEqual([])
  })

  it('are at the same time of the day also where clocks change in between (checked against luxon)', () => {
    for (const due of ['2026-10-25T17:00', '2026-03-29T17:00', '2026-10-26T00:30'])
      expect(remindersOf(at(due), { reminders: ['dayBefore'], quiet: null, zone: ZONE })).toEqual([
        DateTime.fromISO(due, { zone: ZONE }).minus({ days: 1 }).toMillis(),
      ])
  })

  it('are never in quiet hours, never after the deadline, never twice', () => {
    const time = fc
      .tuple(fc.nat(23), fc.nat(59))
      .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`)
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(2026, 0, 2), max: Date.UTC(2026, 11, 30) }),
        fc.subarray([...REMINDERS]),
        fc.option(fc.record({ from: time, until: time }).filter(({ from, until }) => from !== until)),
        (moment, reminders, quiet) => {
          const due = moment - (moment % 60_000)
          const moments = remindersOf(due, { reminders, quiet, zone: ZONE })
          expect(new Set(moments).size).toBe(moments.length)
          expect(moments.length).toBeLessThanOrEqual(reminders.length)
          for (const one of moments) {
            expect(one).toBeLessThan(due)
            expect(due - one).toBeLessThan(REMIND_AHEAD)
            expect(quietAt(one, quiet, ZONE)).toBeNull()
          }
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('when it is told', () => {
  const now = at('2026-10-14T16:20')
  const moment = { now, zone: ZONE }
  const told = (until: string, sentAt: string | null = null) => ({
    until: at(until),
    sentAt: sentAt === null ? null : at(sentAt),
  })

  it('by day, once', () => {
    expect(local(lastDaily(now, ZONE))).toBe('2026-10-13T17:00')
    expect(isTimeToTell('daily', told('2026-10-13T16:59'), NEWS_CHOICES, moment)).toBe(true)
    expect(isTimeToTell('daily', told('2026-10-13T17:00'), NEWS_CHOICES, moment)).toBe(false)
  })

  it('by week, with the digests', () => {
    expect(isTimeToTell('weekly', told('2026-10-09T15:59'), NEWS_CHOICES, moment)).toBe(true)
    expect(isTimeToTell('weekly', told('2026-10-09T16:00'), NEWS_CHOICES, moment)).toBe(false)
  })

  it('at once, some minutes apart, and never in the quiet hours', () => {
    expect(isTimeToTell('atOnce', told('2026-10-14T16:19'), NEWS_CHOICES, moment)).toBe(true)
    expect(isTimeToTell('atOnce', told('2026-10-14T16:19', '2026-10-14T16:11'), NEWS_CHOICES, moment)).toBe(
      false,
    )
    expect(isTimeToTell('atOnce', told('2026-10-14T16:19', '2026-10-14T16:10'), NEWS_CHOICES, moment)).toBe(
      true,
    )
    // a clock that was set back does not keep anybody from being told
    expect(isTimeToTell('atOnce', told('2026-10-14T16:19', '2026-10-20T16:10'), NEWS_CHOICES, moment)).toBe(
      true,
    )
    for (const way of ['atOnce', 'daily', 'weekly', 'reminders', 'push'] as const)
      expect(
        isTimeToTell(way, told('2026-09-01T12:00'), NEWS_CHOICES, {
          now: at('2026-10-14T21:00'),
          zone: ZONE,
        }),
      ).toBe(false)
  })

  it('of reminders once a day', () => {
    expect(isTimeToTell('reminders', told('2026-10-14T07:30'), NEWS_CHOICES, moment)).toBe(true)
    const sent = told('2026-10-14T07:30', '2026-10-14T07:30')
    expect(isTimeToTell('reminders', sent, NEWS_CHOICES, moment)).toBe(false)
    expect(isTimeToTell('reminders', sent, NEWS_CHOICES, { now: at('2026-10-15T07:00'), zone: ZONE })).toBe(
      true,
    )
  })
})

describe('what is told', () => {
  const now = at('2026-10-14T16:20')
  const item = (moment: number, fresh = 1): NewsItem => ({
    kind: 'mentioned',
    at: moment,
    spaceId: 'c' as SpaceId,
    conversationId: 'v' as ConversationId,
    conversationKind: 'room',
    title: 'Pond',
    workId: null,
    place: null,
    by: 'Nia',
    text: '',
    files: 0,
    fresh,
  })
  const due = (moment: number): News['dueSoon'][number] => ({
    kind: 'dueSoon',
    at: moment,
    spaceId: 'c' as SpaceId,
    workId: 'w' as WorkId,
    title: 'Seed diary',
    workKind: 'assignment',
    place: { placeId: 'p' as PlaceId, name: 'Ada' },
    due: now + 1,
  })
  const news = (some: Partial<News>): News => ({ waiting: [], dueSoon: [], items: [], fresh: 0, ...some })
  const mailed = (mail: 'atOnce' | 'daily'): NewsChoices => ({
    ...NEWS_CHOICES,
    kinds: {
      ...NEWS_CHOICES.kinds,
      mentioned: { inOppen: true, mail, push: false },
      dueSoon: { inOppen: true, mail: 'daily', push: true },
    },
  })
  const span = { after: now - 1000, until: now }

  it('is what came in the span, is wanted on this way and was not read', () => {
    const items = [item(now), item(now - 999), item(now - 1000), item(now + 1), item(now - 1, 0)]
    const found = toTell(news({ items }), { way: 'atOnce', choices: mailed('atOnce') }, span)
    expect(found.items.map(one => one.at)).toEqual([now, now - 999])
    expect(isNothing(toTell(news({ items }), { way: 'atOnce', choices: mailed('daily') }, span))).toBe(true)
    expect(isNothing(toTell(news({ items }), { way: 'push', choices: mailed('daily') }, span))).toBe(true)
  })

  it('of reminders is all that is near, once one of them has come', () => {
    const way = { way: 'reminders', choices: mailed('daily') } as const
    expect(
      toTell(news({ dueSoon: [due(now), due(now - 5000), due(now + 5000)] }), way, span).dueSoon,
    ).toHaveLength(3)
    expect(isNothing(toTell(news({ dueSoon: [due(now - 5000), due(now + 5000)] }), way, span))).toBe(true)
    expect(isNothing(toTell(news({ dueSoon: [due(now)] }), { ...way, choices: NEWS_CHOICES }, span))).toBe(
      true,
    )
  })

  it('never leaves anything out between two spans, nor tells it twice', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(1000)), fc.uniqueArray(fc.nat(1000), { minLength: 2 }), (moments, cuts) => {
        const marks = cuts.sort((one, other) => one - other)
        const all = news({ items: moments.map(one => item(one)) })
        const told = marks
          .slice(1)
          .flatMap(
            (until, index) =>
              toTell(
                all,
                { way: 'atOnce', choices: mailed('atOnce') },
                { after: marks[index] as number, until },
              ).items,
          )
        const expected = moments.filter(one => one > (marks[0] as number) && one <= (marks.at(-1) as number))
        expect(told.map(one => one.at).sort()).toEqual([...expected].sort())
      }),
    )
  })
})
