import type { Instant } from '@oppen/core/ids'
import { wordOfMark } from '@oppen/core/marks'
import type { NewsItem, ToTell, WaitingFacts } from '@oppen/core/news'
import type { Voice as Plain } from '../digest/compose.js'
import type { StoredNews } from './queries.js'

/** How news of some spaces is said to somebody, and whether it says of whom it is: to pupils all of it is their own. */
export type Voice = Plain & { readonly named: boolean; readonly spaces: StoredNews['spaces'] }

type Places = readonly { readonly name: string }[]

/** A line with the names of the children that it is about, for whom that is to be said. */
const named = (line: string, places: Places, { say, locale, named: wanted }: Voice): string =>
  wanted && places.length
    ? say('news_mail_of', { line, names: new Intl.ListFormat(locale).format(places.map(one => one.name)) })
    : line

/** One line about something that is new, as plain text. */
export function newsLine(item: NewsItem, voice: Voice): string {
  const { say } = voice
  switch (item.kind) {
    case 'posted':
      return named(postedLine(item, voice), item.places, voice)
    case 'changed':
      return named(say('news_mail_changed', { title: item.title, name: item.by }), item.places, voice)
    case 'handedBack':
      return named(handedBackLine(item, voice), [item.place], voice)
    case 'notice':
      return say('news_mail_notice', { name: item.by, text: textOf(item, voice) })
    case 'mentioned':
    case 'answered':
    case 'said':
      return item.title
        ? say(`news_mail_${item.kind}`, { name: item.by, title: item.title, text: textOf(item, voice) })
        : say(`news_mail_${item.kind}_notice`, { name: item.by, text: textOf(item, voice) })
  }
}

/** How a message begins, or how many files it is. */
const textOf = ({ text, files }: { text: string; files: number }, { say }: Voice): string =>
  text || say('news_files', { count: files })

function handedBackLine(item: Extract<NewsItem, { kind: 'handedBack' }>, voice: Voice): string {
  const { say, number } = voice
  const said = { title: item.title }
  if (item.again)
    return item.again.by === null
      ? say('news_mail_again', said)
      : say('news_mail_again_by', { ...said, at: moment(item.again.by, voice) })
  const { markWords } = voice.spaces.find(one => one.id === item.spaceId) ?? {}
  const word = item.mark !== null && markWords && wordOfMark(item.mark, item.points, markWords)
  if (word) return say('news_back_mark', { ...said, mark: word })
  return item.mark === null || item.points === null
    ? say('news_mail_back', said)
    : say('news_mail_back_mark', { ...said, mark: number(item.mark), points: number(item.points) })
}

const postedLine = ({ title, due }: Extract<NewsItem, { kind: 'posted' }>, voice: Voice): string =>
  due === null
    ? voice.say('news_mail_posted', { title })
    : voice.say('news_mail_posted_due', { title, at: moment(due, voice) })

const moment = (at: Instant, { day, time }: Voice): string => `${day(at)}, ${time(at)}`

/** One line about what waits. */
export function waitingLine({ what, work, count }: WaitingFacts, { say }: Voice): string {
  return say(`news_mail_${what}`, { count, title: work?.title ?? '' })
}

/** One line about what is due soon. */
export const dueLine = ({ title, place, due }: ToTell['dueSoon'][number], voice: Voice): string =>
  named(voice.say('news_mail_due', { title, at: moment(due, voice) }), [place], voice)

/** All that is told, as lines of plain text under the name of each class. */
export function newsLines({ items, waiting, dueSoon }: ToTell, voice: Voice): string[] {
  const lines = new Map<string, string[]>()
  const add = (name: string, line: string) => lines.set(name, [...(lines.get(name) ?? []), `  - ${line}`])
  const nameOf = (id: string) => voice.spaces.find(one => one.id === id)?.name ?? ''
  for (const one of waiting) add(one.spaceName, waitingLine(one, voice))
  for (const one of dueSoon) add(nameOf(one.spaceId), dueLine(one, voice))
  for (const one of items) add(nameOf(one.spaceId), newsLine(one, voice))
  return [...lines].flatMap(([name, all]) => [name, ...all, ''])
}

/** What a message is about, in a line: the one thing that is new, or how many are. */
export function newsSubject({ items, waiting, dueSoon }: ToTell, voice: Voice): string {
  const { say, locale } = voice
  if (dueSoon.length) {
    const titles = new Intl.ListFormat(locale).format(new Set(dueSoon.map(one => one.title)))
    return say('news_mail_due_subject', { titles: titles.length > 120 ? `${titles.slice(0, 119)}…` : titles })
  }
  const [item, another] = items
  if (item && !another && !waiting.length) return shortened(newsLine(item, voice))
  const [waits] = waiting
  if (!item && waits && waiting.length === 1) return shortened(waitingLine(waits, voice))
  return say('news_mail_subject', { count: items.length + waiting.length })
}

const shortened = (text: string): string => (text.length > 120 ? `${text.slice(0, 119)}…` : text)
