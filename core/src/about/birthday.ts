import { err, type Outcome, ok } from '../outcome/index.js'
import { isDate } from '../zone/days.js'

/** A day of a year that every year has, "02-29" among them: the year of birth is nobody's business. */
export type Birthday = string

/** Reads a birthday from its day (1 to 31) and month (1 to 12). Refuses `birthday_unreadable`. */
export function readBirthday({ day, month }: { day: number; month: number }): Outcome<Birthday> {
  const two = (n: number) => String(n).padStart(2, '0')
  const text = `${two(month)}-${two(day)}`
  const whole = Number.isInteger(day) && Number.isInteger(month)
  // 2028 has a 29 February
  return whole && isDate(`2028-${text}`) ? ok(text) : err('birthday_unreadable', { day, month })
}

/**
 * Those with a birthday in the order in which the birthdays come from a day of the year on ("10-14"): first what is
 * today, last what was yesterday.
 */
export function fromTodayOn<T extends { readonly birthday: Birthday }>(
  people: readonly T[],
  today: Birthday,
): T[] {
  const turn = ({ birthday }: T) => (birthday >= today ? `0${birthday}` : `1${birthday}`)
  return [...people].sort((a, b) => (turn(a) < turn(b) ? -1 : turn(a) > turn(b) ? 1 : 0))
}
