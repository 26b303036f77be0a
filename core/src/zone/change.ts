import type { Temporal } from 'temporal-polyfill'

/** The change of the clocks at or before a moment, which asking for the previous one leaves out where the moment is it. */
export const changeBy = (at: Temporal.ZonedDateTime): Temporal.ZonedDateTime | null =>
  at.add({ milliseconds: 1 }).getTimeZoneTransition('previous')
