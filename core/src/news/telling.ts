import { lastDigest } from '../digest/index.js'
import type { Instant } from '../ids/index.js'
import { addDays, instantsIn, localAt } from '../zone/index.js'
import type { NewsChoices } from './choices.js'
import type { NewsKind } from './kinds.js'
import type { DueSoon, News, NewsItem, WaitingFacts } from './news.js'
import { quietAt } from './quiet.js'

/** The ways on which news leaves Oppen. Reminders go by a mail of their own, one a day. */
export const NEWS_WAYS = ['atOnce', 'daily', 'weekly', 'reminders', 'push'] as const
export type NewsWay = (typeof NEWS_WAYS)[number]

/** The local time at which the news of a day goes out. */
export const DAILY_TIME = '17:00'
/** Messages of what is new at once come so far apart, in milliseconds. */
export const MAILS_APART = 10 * 60_000

/** Where somebody stands on a way: until when news was told, and when the last message went out. */
export type Told = { readonly until: Instant; readonly sentAt: Instant | null }

/** The last moment by now at which the news of a day was to go out, in the zone of the school. */
export function lastDaily(now: Instant, zone: string): Instant {
  const toInstant = instantsIn(zone)
  const today = localAt(now, zone).slice(0, 10)
  const at = toInstant(`${today}T${DAILY_TIME}`)
  return at <= now ? at : toInstant(`${addDays(today, -1)}T${DAILY_TIME}`)
}

type Moment = { readonly now: Instant; readonly zone: string }

/** Whether somebody is to be told on a way by now. Nobody is in their quiet hours: it is told when these are over. */
export function isTimeToTell(
  way: NewsWay,
  { until, sentAt }: Told,
  { quiet }: Pick<NewsChoices, 'quiet'>,
  { now, zone }: Moment,
): boolean {
  if (quietAt(now, quiet, zone)) return false
  switch (way) {
    case 'push':
      return true
    case 'atOnce':
      return sentAt === null || now - sentAt >= MAILS_APART || sentAt > now
    case 'reminders':
      return sentAt === null || localAt(sentAt, zone).slice(0, 10) !== localAt(now, zone).slice(0, 10)
    case 'daily':
      return lastDaily(now, zone) > until
    case 'weekly':
      return lastDigest(now, zone).at > until
  }
}

/** What is told in one message. */
export type ToTell = {
  readonly items: readonly NewsItem[]
  readonly waiting: readonly WaitingFacts[]
  readonly dueSoon: readonly DueSoon[]
}

/** Whether there is anything to tell. */
export const isNothing = ({ items, waiting, dueSoon }: ToTell): boolean =>
  !items.length && !waiting.length && !dueSoon.length

/** After one moment, until another and at it. */
export type NewsSpan = { readonly after: Instant; readonly until: Instant }

/**
 * What somebody is told on a way of what came in a span: what they want to hear of on it and have not read by now. A mail with
 * reminders goes out when one of them comes, and names all that are to come on this day and what was named before and is not in.
 */
export function toTell(
  news: News,
  { way, choices }: { readonly way: NewsWay; readonly choices: NewsChoices },
  { after, until }: NewsSpan,
): ToTell {
  const within = (at: Instant) => at > after && at <= until
  const wanted = (kind: NewsKind) => {
    const { mail, push } = choices.kinds[kind]
    return way === 'push' ? push : mail === way
  }
  if (way === 'reminders') {
    const due = choices.kinds.dueSoon.mail === 'never' ? [] : news.dueSoon
    return { items: [], waiting: [], dueSoon: due.some(one => within(one.at)) ? due : [] }
  }
  return {
    items: news.items.filter(item => item.fresh > 0 && within(item.at) && wanted(item.kind)),
    waiting: wanted('waiting') ? news.waiting.filter(one => within(one.newestAt)) : [],
    dueSoon: way === 'push' && wanted('dueSoon') ? news.dueSoon.filter(one => within(one.at)) : [],
  }
}
