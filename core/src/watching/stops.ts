import { err, type Outcome, ok } from '../outcome/index.js'

/** Where a video stops by itself, in seconds from its beginning. */
export type Stop = { readonly id: string; readonly at: number }

/** Two stops stand so far apart at least, in seconds: closer ones could not be told apart on the time line. */
export const BETWEEN_STOPS = 1

/** The most stops of one video. */
export const MOST_STOPS = 60

/**
 * Whether stops can be posted with a video of so many seconds; null where its length is not known. Refuses `stops_many` with `most`,
 * `stop_outside` and `stops_close` with the `second`.
 */
export function checkStops(stops: readonly Stop[], length: number | null): Outcome<true> {
  if (stops.length > MOST_STOPS) return err('stops_many', { most: MOST_STOPS })
  const moments = stops.map(({ at }) => at).sort((one, other) => one - other)
  const outside = moments.find(at => !(at >= 0 && at <= (length ?? Number.POSITIVE_INFINITY)))
  if (outside !== undefined) return err('stop_outside', { second: outside })
  const close = moments.find((at, index) => index > 0 && at - (moments[index - 1] ?? 0) < BETWEEN_STOPS)
  return close === undefined ? ok(true) : err('stops_close', { second: close })
}

/**
 * The stop that playing from one moment to another comes to first, of those that are not done with; undefined where it comes to none. A stop at the
 * moment from which it is played was not met yet: a page that was closed at the very second of a stop comes to it again.
 */
export function stopMet<S extends Stop>(
  stops: readonly S[],
  { from, to }: { readonly from: number; readonly to: number },
  done: ReadonlySet<string>,
): S | undefined {
  return first(stops.filter(({ id, at }) => at >= from && at <= to && !done.has(id)))
}

/**
 * The first stop that holds a pupil who goes to a moment, where stops must be answered: the earliest that is not done with and stands
 * before it. Undefined where nothing holds.
 */
export const stopHolding = <S extends Stop>(
  stops: readonly S[],
  place: number,
  done: ReadonlySet<string>,
): S | undefined => first(stops.filter(({ id, at }) => at < place && !done.has(id)))

const first = <S extends Stop>(stops: readonly S[]): S | undefined =>
  stops.reduce<S | undefined>(
    (earliest, one) => (earliest && earliest.at <= one.at ? earliest : one),
    undefined,
  )
