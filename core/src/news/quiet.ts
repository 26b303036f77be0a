import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { addDays, instantsIn, localAt } from '../zone/index.js'

/** Local times between which nothing is sent, "20:00" to "07:00"; over midnight where the first is the later one. */
export type QuietHours = { readonly from: string; readonly until: string }

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/

/** Quiet hours as they can be saved. Refuses `quiet_unreadable`, and `quiet_all_day` where both times are the same. */
export function readQuiet({ from, until }: QuietHours): Outcome<QuietHours> {
  if (!TIME.test(from) || !TIME.test(until)) return err('quiet_unreadable')
  return from === until ? err('quiet_all_day', { from }) : ok({ from, until })
}

/** The quiet hours that a moment lies in, as moments; null outside of them. The first moment is quiet, the last is not. */
export function quietAt(
  at: Instant,
  quiet: QuietHours | null,
  zone: string,
): { readonly from: Instant; readonly until: Instant } | null {
  if (!quiet) return null
  const toInstant = instantsIn(zone)
  const today = localAt(at, zone).slice(0, 10)
  const overnight = quiet.from > quiet.until
  // a night belongs to the day on which it began
  for (const day of overnight ? [addDays(today, -1), today] : [today]) {
    const from = toInstant(`${day}T${quiet.from}`)
    const until = toInstant(`${overnight ? addDays(day, 1) : day}T${quiet.until}`)
    if (from <= at && at < until) return { from, until }
  }
  return null
}
