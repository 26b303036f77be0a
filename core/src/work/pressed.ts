import type { Instant } from '../ids/index.js'

/** What a device tells of a press that could not be sent at once: both moments by its own clock. */
export type Press = { readonly pressedAt: number; readonly sentAt: number }

/** Longer on the way than this is not believed: the press counts from here. */
const MOST_WAIT = 14 * 24 * 3_600_000

/**
 * When something was pressed, by the clock of the server. The clock of the device may be wrong by any amount: only
 * how long it waited between the press and the sending is taken from it. The press cannot have been before the
 * device was last in touch, nor after it arrived.
 *
 * @param heardAt - when the server last confirmed something that the press was made upon; null for never
 */
export function pressTime(
  { pressedAt, sentAt }: Press,
  arrivedAt: Instant,
  heardAt: Instant | null,
): Instant {
  const waited = Math.min(Math.max(0, sentAt - pressedAt), MOST_WAIT)
  const earliest = Math.min(heardAt ?? Number.NEGATIVE_INFINITY, arrivedAt)
  return Math.max(Math.round(arrivedAt - waited), earliest) as Instant
}

/** What is on the way for less than this arrived as it was pressed, as far as people are concerned: a minute. */
export const AT_ONCE = 60_000
