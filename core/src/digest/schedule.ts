import type { Instant } from '../ids/index.js'
import { addDays, instantsIn, type LocalDate, localAt, weekdayOf } from '../zone/index.js'

/** When digests are sent: on this weekday (ISO 8601, Friday is 5), at this local time. */
export const DIGEST_DAY = 5
export const DIGEST_TIME = '16:00'
/** So many days a digest tells of, and looks ahead. */
export const DIGEST_DAYS = 7

/** A digest that is to be sent: the day by which it is named, and its moment. */
export type DigestMoment = { readonly day: LocalDate; readonly at: Instant }

/** The last moment, by now, at which digests were to be sent in the zone of the school. */
export function lastDigest(now: Instant, zone: string): DigestMoment {
  const today = localAt(now, zone).slice(0, 10)
  const toInstant = instantsIn(zone)
  for (let ago = 0; ago <= 7; ago++) {
    const day = addDays(today, -ago)
    if (weekdayOf(day) !== DIGEST_DAY) continue
    const at = toInstant(`${day}T${DIGEST_TIME}`)
    if (at <= now) return { day, at }
  }
  throw new Error('a week without its days')
}

/** From when on the digest of a day tells, however late it is sent: so that nothing falls between two of them. */
export const digestBegins = (day: LocalDate, zone: string): Instant =>
  instantsIn(zone)(`${addDays(day, -DIGEST_DAYS)}T${DIGEST_TIME}`)

/** The span that a digest tells of by a moment: so many whole local days back, and so many ahead. */
export function spanOfDigest(
  now: Instant,
  zone: string,
): { readonly from: Instant; readonly now: Instant; readonly ahead: Instant } {
  const toInstant = instantsIn(zone)
  const local = localAt(now, zone)
  const [today, time] = [local.slice(0, 10), local.slice(11, 16)]
  const at = (days: number) => toInstant(`${addDays(today, days)}T${time}`)
  return { from: at(-DIGEST_DAYS), now, ahead: at(DIGEST_DAYS) }
}
