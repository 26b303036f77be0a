import type { Instant } from '../ids/index.js'
import { addDays, instantOf, localAt } from '../zone/index.js'

const DAY = 86_400_000
/** After so long without a new backup somebody should look, in milliseconds: a night and half of the next day. */
const OVERDUE = 36 * 3_600_000

const NAME = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z$/

/** The name of a backup made at a moment, "2026-10-14T02-30-00Z": names sort by time and are good on every disk. */
export const backupName = (at: Instant): string =>
  `${new Date(at).toISOString().slice(0, 19).replaceAll(':', '-')}Z`

/** The moment that a name of a backup tells, to the second; undefined for anything else. */
export function backupTime(name: string): Instant | undefined {
  const [, date, hours, minutes, seconds] = NAME.exec(name) ?? []
  const at = Date.parse(`${date}T${hours}:${minutes}:${seconds}Z`)
  return Number.isNaN(at) || backupName(at) !== name ? undefined : at
}

/**
 * The backups that have outlived so many days. The newest stays however old it is, and so does whatever a clock that
 * was wrong has dated to come.
 */
export function outlivedBackups(names: readonly string[], days: number, now: Instant): string[] {
  const past = names.flatMap(name => {
    const at = backupTime(name)
    return at === undefined || at > now ? [] : [{ name, at }]
  })
  const newest = Math.max(...past.map(one => one.at))
  return past.filter(({ at }) => at < now - days * DAY && at !== newest).map(one => one.name)
}

export type Nightly = {
  /** The local time of day, "02:30". */
  readonly at: string
  /** The zone of the school (IANA). */
  readonly zone: string
}

/**
 * Whether a backup is due: the hour has come since the last one that went well (null where there was none). One that
 * was missed, because the server was down, is made up for. A last one that lies in the future is not believed.
 */
export function isBackupDue({ at, zone }: Nightly, last: Instant | null, now: Instant): boolean {
  const known = last !== null && last <= now ? last : null
  return known === null || known < lastTime(at, zone, now)
}

/** The last moment at which a clock in the zone showed a time of day. */
function lastTime(at: string, zone: string, now: Instant): Instant {
  const today = localAt(now, zone).slice(0, 10)
  const times = [today, addDays(today, -1), addDays(today, -2)].flatMap(date => {
    const found = instantOf(`${date}T${at}`, zone)
    if (found.ok) return [found.value.at]
    // a time that the clocks skip comes when they have
    const after = instantOf(String(found.refusal.params?.next).replace(' ', 'T'), zone)
    return after.ok ? [after.value.at] : []
  })
  return Math.max(...times.filter(time => time <= now))
}

export type BackupState = 'off' | 'waiting' | 'fresh' | 'failed' | 'overdue'

/**
 * How the backups of a school stand: `off` where none are made, `waiting` for the first, `failed` where the last try
 * went wrong, `overdue` where the last good one is older than a day and a half.
 */
export function backupState(
  {
    on,
    since,
    last,
    failed,
  }: {
    readonly on: boolean
    /** When the server started. */
    readonly since: Instant
    readonly last: Instant | null
    readonly failed: Instant | null
  },
  now: Instant,
): BackupState {
  if (!on) return 'off'
  if (failed !== null && (last === null || failed > last)) return 'failed'
  if (now - (last ?? since) > OVERDUE) return 'overdue'
  return last === null ? 'waiting' : 'fresh'
}
