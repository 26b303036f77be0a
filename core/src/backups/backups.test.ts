import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { backupName, backupState, backupTime, isBackupDue, outlivedBackups } from './index.js'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const at = (text: string) => Date.parse(text)

it('names of backups sort by time, are good on every disk and tell their moment', () => {
  const times = ['2026-10-14T02:30:00Z', '2026-10-14T13:05:09Z', '2027-01-01T00:00:00Z'].map(at)
  const names = times.map(backupName)
  expect(names[1]).toBe('2026-10-14T13-05-09Z')
  expect([...names].sort()).toEqual(names)
  expect(names.every(name => /^[\w-]+$/.test(name))).toBe(true)
  expect(names.map(backupTime)).toEqual(times)
})

it.each(['files', '2026-10-14T02-30-00Z.partial', '2026-13-14T02-30-00Z', '2026-02-30T02-30-00Z', ''])(
  '%s is no name of a backup',
  name => expect(backupTime(name)).toBeUndefined(),
)

describe('what is kept', () => {
  const now = at('2026-10-14T16:20:00Z')
  const days = (n: number) => backupName(now - n * DAY)

  it('is all of the last days', () => {
    const names = [0, 1, 6, 7, 8, 20].map(days)
    expect(outlivedBackups([...names, 'files', 'lock.sqlite'], 7, now)).toEqual([days(8), days(20)])
  })

  it('is the newest, however old it is', () => {
    expect(outlivedBackups([days(90), days(60)], 7, now)).toEqual([days(90)])
  })

  it('is also what a wrong clock has dated to come, and it does not pass for the newest', () => {
    expect(outlivedBackups([days(-400), days(60), days(90)], 7, now)).toEqual([days(90)])
  })
})

describe('when the next one is due', () => {
  const nightly = { at: '02:30', zone: 'Europe/Lisbon' }

  it('is as soon as there is none', () => {
    expect(isBackupDue(nightly, null, at('2026-10-14T12:00:00Z'))).toBe(true)
  })

  // luxon finds the moments on its own
  it.each(['Europe/Lisbon', 'Pacific/Auckland'])('is once a night in %s', zone => {
    let last = DateTime.fromISO('2026-03-01T12:00', { zone }).toMillis()
    const made: string[] = []
    const end = DateTime.fromISO('2026-11-10T12:00', { zone }).toMillis()
    for (let now = last; now < end; now += 20 * 60_000)
      if (isBackupDue({ at: '04:20', zone }, last, now)) {
        made.push(DateTime.fromMillis(now, { zone }).toFormat('yyyy-MM-dd HH:mm'))
        last = now
      }
    const nights = Math.round(
      DateTime.fromISO('2026-11-10', { zone }).diff(DateTime.fromISO('2026-03-01', { zone }), 'days').days,
    )
    expect(made).toHaveLength(nights)
    expect(new Set(made.map(one => one.slice(11)))).toEqual(new Set(['04:20']))
  })

  it('comes when the clocks have skipped its hour', () => {
    // 2026-03-29: 01:00 becomes 02:00 in Lisbon
    const skipped = { at: '01:30', zone: 'Europe/Lisbon' }
    const before = at('2026-03-28T12:00:00Z')
    expect(isBackupDue(skipped, before, at('2026-03-29T00:59:00Z'))).toBe(false)
    expect(isBackupDue(skipped, before, at('2026-03-29T01:01:00Z'))).toBe(true)
    expect(isBackupDue(skipped, at('2026-03-29T01:02:00Z'), at('2026-03-29T20:00:00Z'))).toBe(false)
  })

  it('does not wait for a last one that is still to come', () => {
    expect(isBackupDue(nightly, at('2030-01-01T00:00:00Z'), at('2026-10-14T12:00:00Z'))).toBe(true)
  })

  it('makes up for a night on which nothing ran', () => {
    expect(isBackupDue(nightly, at('2026-10-12T02:30:00Z'), at('2026-10-14T09:00:00Z'))).toBe(true)
  })
})

describe('how the backups stand', () => {
  const now = at('2026-10-14T16:20:00Z')
  const stands = (last: number | null, failed: number | null = null, since = now - 10 * DAY) =>
    backupState({ on: true, since, last, failed }, now)

  it.each([
    ['fresh', stands(now - 14 * HOUR)],
    ['overdue', stands(now - 37 * HOUR)],
    ['overdue', stands(null)],
    ['waiting', stands(null, null, now - HOUR)],
    ['failed', stands(now - 14 * HOUR, now - HOUR)],
    ['failed', stands(null, now - HOUR)],
    ['fresh', stands(now - HOUR, now - 14 * HOUR)],
    ['off', backupState({ on: false, since: 0, last: null, failed: null }, now)],
  ] as const)('%s', (state, found) => expect(found).toBe(state))
})
