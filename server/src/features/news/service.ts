import type { NewsChoicesPage, NewsPage } from '@oppen/contract'
import type { AccountId, Instant } from '@oppen/core/ids'
import {
  kindsOff,
  NEWS_CHOICES,
  NEWS_KEPT,
  NEWS_WAYS,
  type News,
  type NewsChoices,
  type NewsFacts,
  type NewsKind,
  newsKindsOf,
  newsOf,
  REMIND_AHEAD,
  readQuiet,
} from '@oppen/core/news'
import type { AccountKind, Viewer } from '@oppen/core/permissions'
import { markerOf } from '@oppen/core/readMarkers'
import { take } from '../../refusal.js'
import type { World } from '../../world.js'
import { setReadMarker } from '../accounts/service.js'
import { plainBeginning } from '../talk/plain.js'
import { markReadUntil } from '../talk/reading.js'
import { newsChoices, newsTold } from './models.js'
import { deviceOf, type OnDevice } from './push.js'
import { choicesOf, newsFacts, type StoredNews } from './queries.js'

/** So much of a message stands in the feed. */
const BEGINS = 160

const worded = <T extends { readonly html: string }>({ html, ...rest }: T) => ({
  ...rest,
  text: plainBeginning(html, BEGINS),
})

const NOTHING_NEW = { fresh: 0, mentions: 0, answers: 0 }

const factsOf = (stored: StoredNews): NewsFacts => ({
  works: stored.works,
  notices: stored.notices.map(worded),
  talks: stored.talks.map(({ last, news, ...talk }) => ({
    ...talk,
    ...(news ?? NOTHING_NEW),
    last: worded(last),
  })),
  waiting: [...stored.marking, ...stored.requests, ...stored.nod, ...stored.reports, ...stored.invitations],
})

/** All that is new to somebody by a moment, also what they do not want to see in Oppen, with what they chose. */
export type Heard = {
  readonly spaces: StoredNews['spaces']
  readonly choices: NewsChoices
  readonly kind: AccountKind
  /** Whether letters are copied by mail anyhow. */
  readonly letterCopies: boolean
  /** When the feed was read last. */
  readonly readAt: Instant | null
  /** What is new; with the kinds that are left out, and what is to be reminded of by a later moment. */
  readonly news: (of: { readonly off?: readonly NewsKind[]; readonly remindBy?: Instant }) => News
  /** The same but for what is off in Oppen. */
  readonly inOppen: () => News
}

/** Reads what could be new to somebody; of what is said what was shown until a moment, all of it where none is given. */
export async function hear(
  world: World,
  accountId: AccountId,
  now: Instant,
  until: Instant = Number.MAX_SAFE_INTEGER,
): Promise<Heard> {
  const stored = await newsFacts(world.db, {
    viewer: accountId,
    now,
    until,
    since: now - NEWS_KEPT,
    ahead: now + REMIND_AHEAD,
  })
  const choices = stored.choices ?? NEWS_CHOICES
  const facts = factsOf(stored)
  const { reminders, quiet } = choices
  const reader = { now, readAt: stored.readAt, reminders, quiet, zone: world.school.zone }
  return {
    spaces: stored.spaces,
    choices,
    kind: stored.kind,
    letterCopies: stored.letterCopies,
    readAt: stored.readAt,
    news: ({ off = [], ...more }) => newsOf(facts, { ...reader, off, ...more }),
    inOppen: () => newsOf(facts, { ...reader, off: kindsOff(choices) }),
  }
}

/** What is new to somebody, over all spaces and children. */
export async function seeNews(world: World, { accountId }: Viewer): Promise<NewsPage> {
  const until = world.clock.now()
  const { spaces, inOppen } = await hear(world, accountId, until)
  const news = inOppen()
  // on a clock that was set back messages are ahead of it
  return { ...news, until: Math.max(until, ...news.items.map(item => item.at)), spaces }
}

/** Marks as read whatever is new by a moment: what came back, what was said, and what the feed itself tells. */
export async function readAllNews(
  world: World,
  { accountId }: Viewer,
  until: Instant,
): Promise<{ done: true }> {
  const now = world.clock.now()
  const { news, readAt: before } = await hear(world, accountId, now)
  const fresh = news({}).items.filter(item => item.fresh > 0)
  const readAt = Math.max(Math.min(until, now), before ?? 0)
  await world.db.write(async () => {
    await setReadMarker(world, accountId, markerOf('news'), readAt)
    for (const item of fresh) {
      if (item.kind === 'handedBack') {
        const marker = markerOf('submission', item.workId, item.place.placeId)
        if (item.at <= until) await setReadMarker(world, accountId, marker, readAt)
      } else if ('conversationId' in item)
        await markReadUntil(world, {
          accountId,
          conversationId: item.conversationId,
          at: Math.min(item.at, until),
        })
    }
  })
  return { done: true }
}

/** How somebody hears of what is new, and what there is to choose. */
export async function seeNewsChoices(
  world: World,
  { accountId, kind }: Viewer,
  on: OnDevice,
): Promise<NewsChoicesPage> {
  const [choices, device] = await Promise.all([choicesOf(world.db, accountId), deviceOf(world, on)])
  return { choices: choices ?? NEWS_CHOICES, kinds: newsKindsOf(kind), device }
}

/**
 * Sets how somebody hears of what is new. What was there before is not told on another way afterwards. Refuses
 * `quiet_unreadable` and `quiet_all_day`.
 */
export async function setNewsChoices(
  world: World,
  { accountId }: Viewer,
  { quiet, reminders, ...rest }: NewsChoices,
): Promise<{ done: true }> {
  const choices = {
    ...rest,
    quiet: quiet && take(readQuiet(quiet), 'quiet'),
    reminders: [...new Set(reminders)],
  }
  await world.db.write(async () => {
    await world.db.model(newsChoices).upsert({ accountId, choices: JSON.stringify(choices) })
    const toldUntil = world.clock.now()
    await world.db.model(newsTold).bulkCreate(
      NEWS_WAYS.map(way => ({ accountId, way, toldUntil, sentAt: null })),
      { updateOnDuplicate: ['toldUntil'] },
    )
  })
  return { done: true }
}
