import type { TimetableForm } from '@oppen/contract'
import { buildOwner, type Person, type TwoGroups, twoGroups } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readEvents } from './calendarFile.js'

const file = (...lines: string[]) => ({
  name: 'a.ics',
  text: ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//EN', ...lines, 'END:VCALENDAR', ''].join('\r\n'),
})
const event = (...lines: string[]) => [
  'BEGIN:VEVENT',
  'UID:1@x.example',
  'DTSTAMP:19970714T170000Z',
  ...lines,
  'END:VEVENT',
]
const wide = { from: '1990-01-01', to: '2100-01-01' }

/** The rules of New York as RFC 5545, 3.6.5 writes them out for these years. */
const NEW_YORK = [
  'BEGIN:VTIMEZONE',
  'TZID:America/New_York',
  'BEGIN:STANDARD',
  'DTSTART:19671029T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU;UNTIL=20061029T060000Z',
  'TZOFFSETFROM:-0400',
  'TZOFFSETTO:-0500',
  'TZNAME:EST',
  'END:STANDARD',
  'BEGIN:DAYLIGHT',
  'DTSTART:19870405T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=4;BYDAY=1SU;UNTIL=20060402T070000Z',
  'TZOFFSETFROM:-0500',
  'TZOFFSETTO:-0400',
  'TZNAME:EDT',
  'END:DAYLIGHT',
  'END:VTIMEZONE',
]

describe('events of the examples in RFC 5545', () => {
  // 3.8.5.3, "DTSTART;TZID=America/New_York:19970902T090000" and the dates that it gives for each rule
  const RULES: [string, string, string][] = [
    ['RRULE:FREQ=DAILY;COUNT=10', '09', '02 03 04 05 06 07 08 09 10 11'],
    [
      'RRULE:FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH',
      '09',
      '02 04 09 11 16 18 23 25 30 10-02',
    ],
    ['RRULE:FREQ=WEEKLY;COUNT=10', '09', '02 09 16 23 30 10-07 10-14 10-21 10-28 11-04'],
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=TU,TH;COUNT=8', '09', '02 04 16 18 30 10-02 10-14 10-16'],
    ['RRULE:FREQ=MONTHLY;COUNT=6;BYDAY=-2MO', '09', '22 10-20 11-17 12-22 1998-01-19 1998-02-16'],
  ]

  it.each(RULES)('%s', (rule, month, days) => {
    const first = rule.includes('-2MO') ? '19970922' : '19970902'
    const lines = event(`DTSTART;TZID=America/New_York:${first}T090000`, 'DURATION:PT1H', rule, 'SUMMARY:x')
    const wanted = days
      .split(' ')
      .map(day => (day.length === 2 ? `1997-${month}-${day}` : day.length === 5 ? `1997-${day}` : day))
    const here = readEvents(file(...NEW_YORK, ...lines), { zone: 'America/New_York', ...wide })
    expect(here.map(one => one.from)).toEqual(wanted)
    expect(new Set(here.map(one => `${one.starts}-${one.ends}`))).toEqual(new Set(['09:00-10:00']))
    // elsewhere it is the same moment: 9 in New York is 13 of UTC in summer and 14 in winter
    const utc = readEvents(file(...NEW_YORK, ...lines), { zone: 'UTC', ...wide })
    for (const one of utc) expect(one.starts, one.from).toBe(one.from < '1997-10-26' ? '13:00' : '14:00')
    // and so it is where the file does not bring the rules of the zone along, which RFC 5545 does not allow
    expect(readEvents(file(...lines), { zone: 'UTC', ...wide }).slice(0, 3)).toEqual(utc.slice(0, 3))
  })

  it('of whole days end on the day before their end (3.6.1)', () => {
    const jazz = event('DTSTART;VALUE=DATE:20070628', 'DTEND;VALUE=DATE:20070709', 'SUMMARY:Festival')
    const anniversary = event(
      'DTSTART;VALUE=DATE:19971102',
      'SUMMARY:Anniversary',
      'RRULE:FREQ=YEARLY;COUNT=2',
    )
    const found = readEvents(file(...jazz, ...anniversary), { zone: 'Europe/Lisbon', ...wide })
    expect(found.map(({ from, to, starts }) => [from, to, starts])).toEqual([
      ['2007-06-28', '2007-07-08', null],
      ['1997-11-02', '1997-11-02', null],
      ['1998-11-02', '1998-11-02', null],
    ])
  })

  it('leave out excepted dates and move single ones (3.8.5.1, 3.8.4.4)', () => {
    const lines = [
      ...event(
        'DTSTART:20261005T090000',
        'DTEND:20261005T100000',
        'RRULE:FREQ=WEEKLY;COUNT=4',
        'EXDATE:20261012T090000',
      ),
      ...event('RECURRENCE-ID:20261019T090000', 'DTSTART:20261020T110000', 'DTEND:20261020T120000'),
    ]
    const found = readEvents(file(...lines), { zone: 'Europe/Lisbon', ...wide })
    expect(found.map(({ from, starts }) => `${from} ${starts}`)).toEqual([
      '2026-10-05 09:00',
      '2026-10-20 11:00',
      '2026-10-26 09:00',
    ])
  })

  it('have unfolded lines and unescaped texts (3.1, 3.3.11), and none that were called off', () => {
    const lines = [
      ...event('DTSTART;VALUE=DATE:20261005', 'SUMMARY:Storm\\, all d', ' ay\\; closed'),
      ...event('DTSTART;VALUE=DATE:20261006', 'SUMMARY:Off', 'STATUS:CANCELLED'),
    ]
    const found = readEvents(file(...lines), { zone: 'Europe/Lisbon', ...wide })
    expect(found.map(one => one.title)).toEqual(['Storm, all day; closed'])
  })
})

describe('a file', () => {
  let school: TwoGroups
  let head: Person
  beforeAll(async () => {
    school = await twoGroups()
    await buildOwner(school.world, 'Mr Siskin')
    head = await school.person().signIn('mr.siskin')
  })
  afterAll(() => school.stop())
  const at = () => ({ classId: school.built.classId })

  it.each([
    [
      { name: 'a.ics', text: 'Hello,\nthis is a letter' },
      { code: 'calendar_file_unreadable', params: { line: 1, text: 'Hello,' } },
    ],
    [{ name: 'a.ics', text: '' }, { code: 'calendar_file_unreadable' }],
    [
      { name: 'a.ics', text: 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nwhat is this\r\nEND:VCALENDAR' },
      { code: 'calendar_file_unreadable', params: { line: 3, text: 'what is this' } },
    ],
    [{ name: 'a.ics', text: 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n' }, { code: 'calendar_file_unreadable' }],
    [file(), { code: 'calendar_file_empty', params: { name: 'a.ics' } }],
    // 31 February never comes: a rule that is followed minute by minute looks for it for ever
    [
      file(
        ...event('SUMMARY:Never', 'DTSTART:20260101T000000Z', 'RRULE:FREQ=MINUTELY;BYMONTH=2;BYMONTHDAY=31'),
      ),
      { code: 'calendar_file_quick', params: { name: 'a.ics', title: 'Never' } },
    ],
    [
      file(...event('DTSTART:20260101T000000Z', 'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31')),
      { code: 'calendar_file_too_much' },
    ],
    [file(...event('DTSTART:20260101T000000Z', 'RRULE:FREQ=SECONDLY')), { code: 'calendar_file_quick' }],
  ])('that is none is refused by name %#', async (sent, error) => {
    expect((await head.ask('readCalendarFile', {}, sent)).error).toMatchObject(error)
  })

  it('gives closures for the school year, and keeps nothing by itself', async () => {
    const before = await school.teacher.get('seeCalendar', {})
    const sent = file(
      ...event('DTSTART;VALUE=DATE:20261221', 'DTEND;VALUE=DATE:20270102', 'SUMMARY:Winter'),
      ...event('DTSTART:20261120T120000Z', 'DTEND:20261120T160000Z', 'SUMMARY:Fair'),
    )
    expect((await head.get('readCalendarFile', {}, sent)).closures).toEqual([
      { name: 'Fair', from: '2026-11-20', to: '2026-11-20', starts: '12:00', ends: '16:00' },
      { name: 'Winter', from: '2026-12-21', to: '2027-01-01', starts: null, ends: null },
    ])
    expect(await school.teacher.get('seeCalendar', {})).toEqual(before)
  })

  it('without lessons says so', async () => {
    const sent = file(...event('DTSTART;VALUE=DATE:20261005', 'SUMMARY:Storm'))
    expect((await school.teacher.ask('readTimetableFile', at(), sent)).error?.code).toBe(
      'calendar_file_no_lessons',
    )
  })

  it('gives weekly lessons with their missing dates, which can be kept in one go', async () => {
    const sent = file(
      ...event(
        'DTSTART;TZID=Europe/Lisbon:20260909T140000',
        'DTEND;TZID=Europe/Lisbon:20260909T150000',
        'RRULE:FREQ=WEEKLY;UNTIL=20261211T000000Z',
        'EXDATE;TZID=Europe/Lisbon:20261021T140000',
        'SUMMARY:Boat shed',
        'LOCATION:Quay',
      ),
    )
    const { found } = await school.teacher.get('readTimetableFile', at(), sent)
    expect(found).toMatchObject([
      {
        title: 'Boat shed',
        weekly: [{ weekday: 3, starts: '14:00', place: 'Quay', missing: ['2026-10-21'] }],
      },
    ])
    const page = await school.teacher.get('seeTimetable', at())
    const form: TimetableForm = {
      from: '2026-10-14',
      lessons: [
        ...page.lessons,
        {
          id: 'new-1' as never,
          groupId: null,
          weekday: 3,
          starts: '14:00',
          ends: '15:00',
          place: 'Quay',
          rotation: null,
        },
      ],
      changes: [
        {
          id: null,
          kind: 'cancelled',
          groupId: null,
          lessonId: 'new-1' as never,
          on: '2026-10-21',
          to: null,
        },
      ],
      rooms: [],
    }
    const kept = await school.teacher.get('changeTimetable', at(), form)
    const lesson = kept.lessons.find(one => one.place === 'Quay')
    expect(kept.changes).toMatchObject([{ kind: 'cancelled', lessonId: lesson?.id, on: '2026-10-21' }])
    const { lessons } = await school.anna.get('seeDays', { from: '2026-10-12', to: '2026-11-08' })
    const dates = lessons.filter(one => one.place === 'Quay').map(one => one.date)
    // not on the 21st, which the file leaves out, nor in the break
    expect(dates).toEqual(['2026-10-14', '2026-11-04'])
  })
})
