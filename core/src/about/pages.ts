import { err, type Outcome, ok } from '../outcome/index.js'
import { readText } from '../texts/index.js'
import { isTime } from '../timing/lessons.js'

/** What a page of a class is: who we are, the rules, the times of the day, anything else, or a month's newsletter. */
export const PAGE_KINDS = ['about', 'rules', 'times', 'page', 'newsletter'] as const
export type PageKind = (typeof PAGE_KINDS)[number]

/** One line of the times of the day, in the school's local time. */
export type DayTime = { readonly starts: string; readonly ends: string; readonly what: string }

export type PageForm = {
  readonly kind: PageKind
  readonly title: string
  readonly html: string
  /** For the times of the day alone. */
  readonly times: readonly DayTime[]
  /** "2026-10" for a newsletter; null for every other page. */
  readonly month: string | null
}

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/
/** The most lines that the times of one day have. */
export const MOST_TIMES = 40

/**
 * Reads a page as it was typed: lines that say nothing are left out, and the others are put in the order of the day.
 * Refuses `text_empty` and `text_long` (the title, a line), `times_many`, `lesson_unreadable` and `lesson_backwards`
 * for a line without times in order, and `month_unreadable`. The text itself is read by whoever cleans it.
 */
export function readPage(typed: PageForm): Outcome<PageForm> {
  const title = readText('title', typed.title)
  if (!title.ok) return title
  const month = typed.kind === 'newsletter' ? (typed.month ?? '') : null
  if (month !== null && !MONTH.test(month)) return err('month_unreadable', { text: month.slice(0, 40) })
  const lines =
    typed.kind === 'times' ? typed.times.filter(one => one.what.trim() || one.starts || one.ends) : []
  if (lines.length > MOST_TIMES) return err('times_many', { most: MOST_TIMES })
  const times: DayTime[] = []
  for (const { starts, ends, what } of lines) {
    const said = readText('title', what)
    if (!said.ok) return said
    if (!isTime(starts) || !isTime(ends)) return err('lesson_unreadable')
    if (starts >= ends) return err('lesson_backwards', { starts, ends })
    times.push({ starts, ends, what: said.value })
  }
  times.sort((a, b) => (`${a.starts}${a.ends}` < `${b.starts}${b.ends}` ? -1 : 1))
  return ok({ ...typed, title: title.value, month, times })
}

/** The line of the day that a local time falls into, if any. */
export const timeNow = (times: readonly DayTime[], local: string): DayTime | undefined =>
  times.find(one => one.starts <= local && local < one.ends)

export type ClassLink = { readonly title: string; readonly url: string }

/** The most links that stand one press away: more are a page of their own. */
export const MOST_LINKS = 12

/**
 * Reads the links of a class; one without a title is called by its host. Lines that are empty are left out. Refuses
 * `link_unreadable` for what is no web address, `text_long`, and `links_many`.
 */
export function readLinks(typed: readonly ClassLink[]): Outcome<ClassLink[]> {
  const lines = typed.filter(one => one.title.trim() || one.url.trim())
  if (lines.length > MOST_LINKS) return err('links_many', { most: MOST_LINKS })
  const links: ClassLink[] = []
  for (const { title, url } of lines) {
    const address = readAddress(url)
    if (!address) return err('link_unreadable', { text: url.trim().slice(0, 80) })
    const said = readText('title', title.trim() || hostOf(address))
    if (!said.ok) return said
    links.push({ title: said.value, url: address })
  }
  return ok(links)
}

/** Scheme, host and the rest of a web address (RFC 3986, section 3, of http and https alone). */
const ADDRESS = /^https?:\/\/((?:[\p{L}\p{N}_-]+\.)+[\p{L}\p{N}-]{2,})(?::\d{1,5})?(?:[/?#]\S*)?$/iu

/** A web address as it was typed, also without its beginning; undefined for what is none. */
export function readAddress(typed: string): string | undefined {
  const text = typed.trim()
  if (!text || text.length > 2_000) return undefined
  const full = /^[a-z][a-z0-9+.-]*:/i.test(text) ? text : `https://${text}`
  return ADDRESS.test(full) ? full : undefined
}

/** The host of a web address, as what it is called where it has no name. */
export const hostOf = (address: string): string => ADDRESS.exec(address)?.[1] ?? address
