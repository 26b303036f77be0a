import type { ConversationId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import {
  MAIL_TIMES,
  NEWS_KINDS,
  type News,
  type NewsChoices,
  type NewsItem,
  type NewsKind,
  type NewsPlace,
  REMINDERS,
  type WaitingFacts,
} from '@oppen/core/news'
import { CONVERSATIONS } from '@oppen/core/talk'
import { WORK_KINDS } from '@oppen/core/work'
import { z } from 'zod'
import { done, id, instant, localTime } from '../wire/shapes.js'
import { markRules } from './markBook.js'

const kind = z.enum(NEWS_KINDS) satisfies z.ZodType<NewsKind>
const place = z.object({ placeId: id<PlaceId>(), name: z.string() }) satisfies z.ZodType<NewsPlace>
const count = z.number().int()
const item = { at: instant, spaceId: id<SpaceId>(), fresh: count }
const ofWork = { ...item, workId: id<WorkId>(), title: z.string(), workKind: z.enum(WORK_KINDS) }
const message = {
  ...item,
  conversationId: id<ConversationId>(),
  title: z.string(),
  by: z.string(),
  text: z.string(),
  files: count,
}

/** What happened: one thing, or what was said in one conversation. */
const newsItem = z.discriminatedUnion('kind', [
  z.object({
    ...ofWork,
    kind: z.literal('posted'),
    places: z.array(place).readonly(),
    due: instant.nullable(),
  }),
  z.object({ ...ofWork, kind: z.literal('changed'), places: z.array(place).readonly(), by: z.string() }),
  z.object({
    ...ofWork,
    kind: z.literal('handedBack'),
    place,
    again: z.object({ by: instant.nullable() }).nullable(),
    mark: count.nullable(),
    points: count.nullable(),
  }),
  z.object({ ...message, kind: z.literal('notice') }),
  z.object({
    ...message,
    kind: z.enum(['mentioned', 'answered', 'said']),
    conversationKind: z.enum(CONVERSATIONS),
    workId: id<WorkId>().nullable(),
    place: place.nullable(),
  }),
]) satisfies z.ZodType<NewsItem>

const waiting = z.object({
  what: z.enum(['marking', 'nod', 'reports', 'requests', 'invitation']),
  spaceId: id<SpaceId>(),
  spaceName: z.string(),
  work: z.object({ id: id<WorkId>(), title: z.string() }).nullable(),
  count,
  oldestAt: instant,
  newestAt: instant,
}) satisfies z.ZodType<WaitingFacts>

const dueSoon = z.object({
  kind: z.literal('dueSoon'),
  at: instant,
  spaceId: id<SpaceId>(),
  workId: id<WorkId>(),
  title: z.string(),
  workKind: z.enum(WORK_KINDS),
  place,
  due: instant,
}) satisfies z.ZodType<News['dueSoon'][number]>

/** What is new to somebody, over all classes and children. */
export const newsPage = z.object({
  waiting: z.array(waiting).readonly(),
  dueSoon: z.array(dueSoon).readonly(),
  items: z.array(newsItem).readonly(),
  fresh: count,
  /** Until when this was read: what is marked as read is what is there. */
  until: instant,
  /** The classes and circles that are open. */
  /** Each with the words by which it shows marks; none where it shows points. */
  spaces: z.array(z.object({ id: id<SpaceId>(), name: z.string(), markWords: markRules.shape.scale })),
})
export type NewsPage = z.infer<typeof newsPage>

const choice = z.object({ inOppen: z.boolean(), mail: z.enum(MAIL_TIMES), push: z.boolean() })

export const newsChoices = z.object({
  kinds: z.record(kind, choice),
  quiet: z.object({ from: localTime, until: localTime }).nullable(),
  reminders: z.array(z.enum(REMINDERS)).max(REMINDERS.length).readonly(),
}) satisfies z.ZodType<NewsChoices>

export const newsChoicesPage = z.object({
  choices: newsChoices,
  /** The kinds of news that there are for this person. */
  kinds: z.array(kind).readonly(),
  /** Whether this device shows what is new; null where it cannot, as on a tablet that a class shares. */
  device: z
    .object({
      on: z.boolean(),
      /** The public key for the push service of the browser (RFC 8292); null for the stand-in. */
      key: z.string().nullable(),
    })
    .nullable(),
})
export type NewsChoicesPage = z.infer<typeof newsChoicesPage>

/** What a browser gives for a push service: `PushSubscription` of the Push API (W3C), as JSON. */
const subscription = z.object({
  endpoint: z.url({ protocol: /^https$/ }).max(1_000),
  keys: z.object({
    p256dh: z.string().regex(/^[\w-]{80,100}=*$/),
    auth: z.string().regex(/^[\w-]{16,40}=*$/),
  }),
})
export type PushSubscriptionForm = z.infer<typeof subscription>

export const newsShapes = {
  seeNews: { reply: newsPage },
  readAllNews: { body: z.object({ until: instant }), reply: done },
  seeNewsChoices: { reply: newsChoicesPage },
  setNewsChoices: { body: newsChoices, reply: done },
  addPushDevice: {
    /** What the browser subscribed to; null for the stand-in. */
    body: z.object({ subscription: subscription.nullable() }),
    reply: done,
  },
  removePushDevice: { reply: done },
}
