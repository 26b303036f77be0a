import { parseDate, parseDateTime, parseTime } from '@internationalized/date'

/** The text of a field as a value of its parts, `null` where it is empty or not whole. */
export const dateOf = (text: string) => orNull(text, parseDate)
export const momentOf = (text: string) => orNull(text, parseDateTime)
export const timeOf = (text: string) => orNull(text, parseTime)

function orNull<T>(text: string, parse: (text: string) => T): T | null {
  try {
    return parse(text)
  } catch {
    return null
  }
}

/** Days as `2026-10-14`, times as `17:00`, moments as `2026-10-14T17:00`: what the contract takes. '' for nothing. */
export const dateText = (value: { toString(): string } | null): string => value?.toString() ?? ''
export const momentText = (value: { toString(): string } | null): string =>
  value?.toString().slice(0, 16) ?? ''
export const timeText = (value: { toString(): string } | null): string => value?.toString().slice(0, 5) ?? ''
