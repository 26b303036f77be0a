import { foldLetters } from '../texts/index.js'

/** More of a name is not looked at: putting letters and their marks together takes the square of how many there are. */
const MOST_READ = 1_000

/** The longest name a place can carry, in characters. */
export const NAME_LENGTH = 80

/** A name with its spaces put in order and invisible characters taken out. */
export function tidyName(name: string): string {
  return name
    .slice(0, MOST_READ)
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}\s]+/gu, ' ')
    .trim()
}

/** What two names are compared by: case does not tell them apart. */
export const nameKey = (name: string): string => tidyName(name).toLocaleLowerCase('en')

/**
 * Gives names that are apart from those taken, and from those it gave before: the name itself where it is free, else
 * with the first number that sets it apart.
 */
export function namesApart(taken: readonly string[]): (name: string) => string {
  const used = new Set(taken.map(nameKey))
  const next = new Map<string, number>()
  return name => {
    const tidy = tidyName(name)
    const key = nameKey(tidy)
    let apart = tidy
    let number = next.get(key) ?? 2
    while (used.has(nameKey(apart))) apart = `${tidy} ${number++}`
    next.set(key, number)
    used.add(nameKey(apart))
    return apart
  }
}

/** The name itself where it is free, else with the first number that sets it apart: "Ada Moreno 2". */
export const setApart = (name: string, taken: readonly string[]): string => namesApart(taken)(name)

/**
 * What the door shows of each name to whoever holds only the code: the first name and as much of the rest as
 * tells it from the others, at least an initial.
 */
export function doorNames(names: readonly string[]): string[] {
  return names.map(name => {
    const [first = name, ...rest] = name.split(' ')
    const last = rest.join(' ')
    if (!last) return first
    const others = names.filter(other => other !== name && other.split(' ')[0] === first)
    let shown = 1
    while (
      shown < last.length &&
      others.some(other => other.slice(first.length + 1).startsWith(last.slice(0, shown)))
    )
      shown++
    return shown < last.length ? `${first} ${last.slice(0, shown)}.` : `${first} ${last}`
  })
}

/** The two letters that stand for a person where there is no picture. */
export function initials(name: string): string {
  const parts = name.split(' ').filter(Boolean)
  const last = parts.length > 1 ? parts[parts.length - 1] : undefined
  return `${parts[0]?.[0] ?? ''}${last?.[0] ?? ''}`.toUpperCase()
}

/** A free user name made from a person's name: lower-case letters, always with a dot, numbered where taken. */
export function userNameFor(name: string, taken: ReadonlySet<string>): string {
  const parts = foldLetters(name)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
  const stem = parts.length > 1 ? `${parts[0]}.${parts[parts.length - 1]}` : `${parts[0] ?? 'pupil'}.1`
  if (!taken.has(stem)) return stem
  let number = 2
  while (taken.has(`${stem}${number}`)) number++
  return `${stem}${number}`
}
