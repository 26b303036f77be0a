import { NEWS_KINDS, type NewsKind } from './kinds.js'
import type { QuietHours } from './quiet.js'
import type { Reminder } from './reminders.js'

/** When news goes out by mail: within minutes, once a day, once a week, or never. */
export const MAIL_TIMES = ['never', 'atOnce', 'daily', 'weekly'] as const
export type MailTime = (typeof MAIL_TIMES)[number]

/** How somebody hears of one kind of news. */
export type NewsChoice = {
  /** In the feed and its number. */
  readonly inOppen: boolean
  readonly mail: MailTime
  /** On the devices that somebody has allowed to show it. */
  readonly push: boolean
}

/** How somebody hears of what is new. */
export type NewsChoices = {
  readonly kinds: Readonly<Record<NewsKind, NewsChoice>>
  /** Nothing is sent within these; null for no such hours. */
  readonly quiet: QuietHours | null
  readonly reminders: readonly Reminder[]
}

/** What of a kind is shown on a device as long as nothing else was chosen: what is to somebody, not what is only said. */
const PUSHED: readonly NewsKind[] = ['dueSoon', 'handedBack', 'notice', 'mentioned', 'answered']

/** What holds for somebody who has chosen nothing: all in Oppen, nothing by mail, the nights quiet. */
export const NEWS_CHOICES: NewsChoices = {
  kinds: Object.fromEntries(
    NEWS_KINDS.map(kind => [kind, { inOppen: true, mail: 'never', push: PUSHED.includes(kind) }]),
  ) as NewsChoices['kinds'],
  quiet: { from: '20:00', until: '07:00' },
  reminders: ['dayBefore'],
}

/** The kinds that somebody does not want to see in Oppen. */
export const kindsOff = ({ kinds }: NewsChoices): readonly NewsKind[] =>
  NEWS_KINDS.filter(kind => !kinds[kind].inOppen)
