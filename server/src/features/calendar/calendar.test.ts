import type { DaysPage } from '@oppen/contract'
import { buildWork, lessonRule, type TwoGroups, twoGroups } from '@oppen/demo'
import ICAL from 'ical.js'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { changeCalendar, seeCalendar } from '../timing/calendar.js'
import { changeTimetable, seeTimetable } from '../timing/timetable.js'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
  const { world } = school
  const year = await seeCalendar(world)
  await changeCalendar(world, {
    ...year,
    terms: [{ name: 'Year', from: '2026-09-07', to: '2027-06-25' }],
    closures: [
      { name: 'Autumn break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null },
      { name: 'Fair, and a half', from: '2026-11-20', to: '2026-11-20', starts: '12:00', ends: null },
    ],
  })
})
afterEach(() => school.stop())

const span = { from: '2026-10-12', to: '2026-11-22' }
const post = (week = '2026-10-12', title = 'Read a table') =>
  buildWork(school.world, school.built, { title, week, lane: 'getReady', due: lessonRule('start', 2) })
const note = (change = {}) => ({
  title: 'Dentist, then; home',
  note: 'Bring the card\nand the key',
  from: '2026-10-16',
  to: '2026-10-16',
  starts: '15:00',
  ends: '15:45',
  ...change,
})

describe('the days of somebody', () => {
  it('have each one’s own deadlines and lessons, the school’s closures and own entries', async () => {
    const workId = await post()
    const anna = await school.anna.get('seeDays', span)
    const bo = await school.bo.get('seeDays', span)
    const at = (page: DaysPage) => page.deadlines.find(one => one.work.id === workId)?.dueAt
    expect(at(anna)).toBe(Date.UTC(2026, 9, 15, 12, 30))
    expect(at(bo)).toBe(Date.UTC(2026, 9, 16, 8))
    expect(anna.closures.map(one => one.name)).toEqual(['Autumn break', 'Fair, and a half'])
    expect(
      anna.lessons.map(one => one.date).filter(date => date >= '2026-10-26' && date <= '2026-10-30'),
    ).toEqual([])
    const family = await school.family.get('seeDays', span)
    expect(at(family)).toBe(at(anna))
    expect(family.lessons.map(one => one.key)).toEqual(anna.lessons.map(one => one.key))
  })

  it('of a teacher have a deadline once for the groups that share it', async () => {
    const workId = await post()
    const { deadlines } = await school.teacher.get('seeDays', span)
    const own = deadlines.filter(one => one.work.id === workId)
    expect(own.map(one => [one.groupNames, one.dueAt])).toEqual([
      [['Heron'], Date.UTC(2026, 9, 15, 12, 30)],
      [['Wren'], Date.UTC(2026, 9, 16, 8)],
    ])
  })

  it('have entries that nobody else sees, kept until they are taken away', async () => {
    const { entryId } = await school.anna.get('addEntry', {}, note())
    const titles = async (person: TwoGroups['anna']) =>
      (await person.get('seeDays', span)).entries.map(one => one.title)
    expect(await titles(school.anna)).toEqual(['Dentist, then; home'])
    for (const other of [school.bo, school.family, school.teacher]) {
      expect(await titles(other)).toEqual([])
      expect(await other.ask('changeEntry', { entryId }, note())).toMatchObject({ status: 404 })
      expect(await other.ask('removeEntry', { entryId })).toMatchObject({ status: 404 })
    }
    await school.anna.get('changeEntry', { entryId }, note({ title: 'Dentist' }))
    await school.anna.get('removeEntry', { entryId })
    expect(await titles(school.anna)).toEqual([])
    await school.anna.get('restoreEntry', { entryId })
    expect(await titles(school.anna)).toEqual(['Dentist'])
  })

  it('refuse days that are none, and too many at once', async () => {
    expect(await school.anna.ask('seeDays', { from: '2026-02-30', to: '2026-03-01' })).toMatchObject({
      error: { code: 'date_unreadable' },
    })
    expect(await school.anna.ask('seeDays', { from: '2026-01-01', to: '2026-12-31' })).toMatchObject({
      error: { code: 'span_long' },
    })
    expect(await school.anna.ask('addEntry', {}, note({ ends: '14:00' }))).toMatchObject({
      error: { code: 'entry_backwards' },
    })
  })
})

/** What an independent reader makes of a feed; it knows no zones but those that the feed brings along. */
async function read(path: string) {
  const response = await fetch(`${school.address}${path}`)
  expect(response.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
  const text = await response.text()
  const events = new ICAL.Component(ICAL.parse(text) as [])
    .getAllSubcomponents('vevent')
    .map(one => new ICAL.Event(one))
  return { text, events, starting: (id: string) => events.filter(one => one.uid.startsWith(id)) }
}

const moment = (time: ICAL.Time) => time.toUnixTime() * 1_000

describe('the address for other programs', () => {
  it('gives every lesson and deadline at its moment, over both changes of the clocks', async () => {
    for (const week of ['2026-10-12', '2026-11-02', '2027-03-22', '2027-03-29'])
      await post(week, `Work of ${week}`)
    const { path } = await school.anna.get('makeFeed', {})
    const feed = await read(path ?? '')
    for (const days of [
      { from: '2026-10-12', to: '2026-11-22' },
      { from: '2027-03-15', to: '2027-04-18' },
    ]) {
      const page = await school.anna.get('seeDays', days)
      expect(page.lessons.length).toBeGreaterThan(8)
      expect(page.deadlines.length).toBe(2)
      for (const { key, startsAt, endsAt } of page.lessons) {
        const [event] = feed.starting(`lesson-${key.replace('@', '-')}`)
        expect([moment(event?.startDate as ICAL.Time), moment(event?.endDate as ICAL.Time)], key).toEqual([
          startsAt,
          endsAt,
        ])
      }
      for (const { work, dueAt } of page.deadlines)
        expect(moment(feed.starting(`due-${work.id}`)[0]?.startDate as ICAL.Time)).toBe(dueAt)
    }
    // local times, with the zone’s rules beside them
    expect(feed.text).toContain('DTSTART;TZID=Europe/Lisbon:20261015T133000')
    expect(feed.text).toContain('BEGIN:VTIMEZONE')
  })

  it('keeps the form of RFC 5545: short lines, escaped texts, days that end before the next, a name for each', async () => {
    await school.anna.get('addEntry', {}, note())
    await school.anna.get('addEntry', {}, note({ title: 'Ælfgifu’s 🎂 and a very long name '.repeat(4) }))
    await school.anna.get('addEntry', {}, note({ title: 'Trip', to: '2026-10-18', starts: null, ends: null }))
    const { path } = await school.anna.get('makeFeed', {})
    const { text, events } = await read(path ?? '')
    const lines = text.split('\r\n')
    // 3.1: lines of at most 75 octets, each ended by CR LF
    expect(Math.max(...lines.map(line => Buffer.byteLength(line)))).toBeLessThanOrEqual(75)
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
    // 3.3.11: commas, semicolons and new lines of texts are escaped
    expect(text).toContain('SUMMARY:Dentist\\, then\\; home')
    expect(text).toContain('DESCRIPTION:Bring the card\\nand the key')
    const byTitle = (title: string) => events.find(one => one.summary.startsWith(title))
    expect(byTitle('Dentist')?.description).toBe('Bring the card\nand the key')
    expect(byTitle('Ælf')?.summary).toBe('Ælfgifu’s 🎂 and a very long name '.repeat(4).trim())
    // 3.6.1: the end of whole days is the day after them
    const trip = byTitle('Trip')
    expect([trip?.startDate.toString(), trip?.endDate.toString()]).toEqual(['2026-10-16', '2026-10-19'])
    const names = events.map(one => one.uid)
    expect(new Set(names).size).toBe(names.length)
    for (const event of events) expect(event.component.hasProperty('dtstamp')).toBe(true)
  })

  it('says nothing of how work stands, and of a child nothing but the first name', async () => {
    await post()
    const { path } = await school.family.get('makeFeed', {})
    const { text, starting } = await read(path ?? '')
    expect(starting('due-')[0]?.summary).toBe('Anna: Read a table')
    expect(text).not.toContain('Reyes,')
    expect(text).not.toMatch(/Overdue|Handed|mark/i)
  })

  it('ends when it is taken back or made anew, and is nobody else’s', async () => {
    const first = await school.anna.get('makeFeed', {})
    const again = await school.anna.get('seeFeed', {})
    expect(again.path).toBe(first.path)
    expect(again.readAt).toBeNull()
    await read(first.path ?? '')
    expect((await school.anna.get('seeFeed', {})).readAt).toBe(school.clock.now())
    expect((await school.bo.get('seeFeed', {})).path).toBeNull()
    const second = await school.anna.get('makeFeed', {})
    const status = async (path: string | null) => (await fetch(`${school.address}${path}`)).status
    expect([await status(first.path), await status(second.path)]).toEqual([404, 200])
    await school.anna.get('endFeed', {})
    expect(await status(second.path)).toBe(404)
    const kept = await school.world.db.rows('select * from feeds')
    expect(JSON.stringify(kept)).not.toContain(second.path?.split('/')[3])
  })

  it('moves an event when its lesson is moved, instead of adding another', async () => {
    const workId = await post()
    const { path } = await school.anna.get('makeFeed', {})
    const before = await read(path ?? '')
    const page = await seeTimetable(school.world, school.built.classId)
    const lesson = page.lessons.find(one => one.weekday === 4)
    await changeTimetable(school.world, school.owner, school.built.classId, {
      from: '2026-10-14',
      lessons: page.lessons,
      rooms: [],
      changes: [
        {
          id: null,
          kind: 'moved',
          groupId: null,
          lessonId: lesson?.id ?? null,
          on: '2026-10-15',
          to: { date: '2026-10-16', starts: '13:30', ends: '15:00', place: 'Hill' },
        },
      ],
    })
    const after = await read(path ?? '')
    expect(after.events.map(one => one.uid).sort()).toEqual(before.events.map(one => one.uid).sort())
    const [due] = after.starting(`due-${workId}`)
    expect(due?.startDate.toString()).toBe('2026-10-16T13:30:00')
  })
})
