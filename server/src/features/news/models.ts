import type { AccountId, Instant, PushId } from '@oppen/core/ids'
import type { NewsWay } from '@oppen/core/news'
import { table } from '../../db/index.js'

/** How somebody wants to hear of what is new: `NewsChoices` of core, as JSON. */
export const newsChoices = table<{ accountId: AccountId; choices: string }>(
  'news_choices',
  { accountId: 'id', choices: 'json' },
  ['accountId'],
)

/** Until when somebody was told of what is new, on a way. */
export const newsTold = table<{
  accountId: AccountId
  way: NewsWay
  toldUntil: Instant
  sentAt: Instant | null
}>('news_told', { accountId: 'id', way: 'id', toldUntil: 'integer', sentAt: 'integer' }, ['accountId', 'way'])

/** A device that shows what is new: a subscription of the Push API (W3C), of one session. */
export type PushRow = {
  id: PushId
  accountId: AccountId
  tokenHash: string
  endpoint: string
  p256dh: string
  auth: string
  madeAt: Instant
}

export const pushSubscriptions = table<PushRow>('push_subscriptions', {
  id: 'id',
  accountId: 'text',
  tokenHash: 'text',
  endpoint: 'text',
  p256dh: 'text',
  auth: 'text',
  madeAt: 'integer',
})
