import { setImmediate } from 'node:timers/promises'
import type { AccountId, Instant } from '@oppen/core/ids'
import {
  isNothing,
  isTimeToTell,
  NEWS_CHOICES,
  NEWS_WAYS,
  type NewsChoices,
  type NewsItem,
  type NewsSpan,
  type NewsWay,
  type Told,
  type ToTell,
  toTell,
} from '@oppen/core/news'
import { endOfDay } from '@oppen/core/zone'
import type { World } from '../../world.js'
import { queueMails } from '../mail/outgoing.js'
import { newsTold } from './models.js'
import { type Reachable, reachableAfter, toldOf } from './queries.js'
import { type Heard, hear } from './service.js'

/** So many people are looked at each time; the others are the next ones. */
const AT_ONCE = 150
/** Where it goes on, for each school. */
const reached = new WeakMap<World, string>()

/** What is being written now is told the next time, in milliseconds: then all of a moment is there. */
const SETTLED = 2_000

/** What is told by a way of a span, of all that somebody hears. */
export function told(world: World, heard: Heard, way: NewsWay, span: NewsSpan): ToTell {
  const { news, choices } = heard
  const remind = way === 'reminders' && { remindBy: endOfDay(span.until, world.school.zone) }
  if (!remind) {
    const tell = toTell(news({}), { way, choices }, span)
    return way === 'push' || !heard.letterCopies ? tell : { ...tell, items: tell.items.filter(isNoLetter) }
  }
  // a mail of reminders goes out once one of them has come, and names those of the whole day
  const came = toTell(news({}), { way, choices }, span)
  return isNothing(came) ? came : { ...came, dueSoon: news(remind).dueSoon }
}

/** A letter that is copied by mail is told of by that. */
const isNoLetter = (item: NewsItem): boolean =>
  !('conversationKind' in item && item.conversationKind === 'letter')

/** The ways on which somebody is told of anything. */
const waysOf = ({ mail, push }: Reachable, { kinds }: NewsChoices): readonly NewsWay[] =>
  NEWS_WAYS.filter(way => {
    if (way === 'push') return push === 1 && Object.values(kinds).some(one => one.push)
    if (mail === 0) return false
    if (way === 'reminders') return kinds.dueSoon.mail !== 'never'
    return Object.entries(kinds).some(([kind, one]) => kind !== 'dueSoon' && one.mail === way)
  })

/**
 * Puts in line what is new to people who want to be told outside of Oppen, the next so many of them. Gives how many messages.
 * What was told until when is written together with the message, so that nothing is told twice and nothing left out.
 */
export async function queueNews(world: World): Promise<number> {
  const after = reached.get(world) ?? ''
  const people = await reachableAfter(world.db, after, AT_ONCE)
  reached.set(world, people.length < AT_ONCE ? '' : (people.at(-1)?.accountId ?? ''))
  let count = 0
  for (const person of people) {
    count += await queueFor(world, person)
    await setImmediate()
  }
  return count
}

async function queueFor(world: World, person: Reachable): Promise<number> {
  const { accountId } = person
  const now = world.clock.now()
  const { zone } = world.school
  const until = now - SETTLED
  const heard = { all: undefined as Heard | undefined }
  const choices = person.choices ? (JSON.parse(person.choices) as NewsChoices) : NEWS_CHOICES
  const rows = new Map((await toldOf(world.db, accountId)).map(row => [row.way, row]))
  const tell: { way: NewsWay; span: NewsSpan; nothing: boolean }[] = []
  const begin: NewsWay[] = []
  for (const way of waysOf(person, choices)) {
    const row = rows.get(way)
    // on a clock that was set back it is told from then on
    const latest = way === 'reminders' ? endOfDay(until, zone) : until
    if (!row || row.toldUntil > latest) {
      begin.push(way)
      continue
    }
    const stand: Told = { until: row.toldUntil, sentAt: row.sentAt }
    if (!isTimeToTell(way, stand, choices, { now: until, zone })) continue
    heard.all ??= await hear(world, accountId, now, until)
    const span = { after: stand.until, until }
    const nothing = isNothing(told(world, heard.all, way, span))
    if (!nothing || way === 'daily' || way === 'weekly') tell.push({ way, span, nothing })
  }
  if (!tell.length && !begin.length) return 0
  await world.db.write(async () => {
    const model = world.db.model(newsTold)
    for (const way of begin) await model.upsert({ accountId, way, toldUntil: until, sentAt: null })
    for (const { way, span, nothing } of tell) {
      const toldUntil = way === 'reminders' ? endOfDay(span.until, zone) : span.until
      const sentAt = nothing ? (rows.get(way)?.sentAt ?? null) : now
      await model.upsert({ accountId, way, toldUntil, sentAt })
    }
    await queueMails(
      world,
      tell
        .filter(one => !one.nothing)
        .map(({ way, span }) => ({
          accountId,
          kind: way === 'push' ? ('push' as const) : ('news' as const),
          ref: refOf(way, span),
          dueAt: now,
        })),
    )
  })
  return tell.filter(one => !one.nothing).length
}

/** A way and a span as what stands in line is named by. */
export const refOf = (way: NewsWay, { after, until }: NewsSpan): string => `${way}.${after}.${until}`

/** What somebody is to be told by what stands in line; by now, so that what was read or removed meanwhile is not. */
export async function tellingOf(
  world: World,
  accountId: AccountId,
  ref: string,
): Promise<{ readonly tell: ToTell } & Pick<Heard, 'spaces' | 'kind'>> {
  const [way, after, until] = ref.split('.') as [NewsWay, string, string]
  const span: NewsSpan = { after: Number(after) as Instant, until: Number(until) as Instant }
  const heard = await hear(world, accountId, world.clock.now(), span.until)
  const { spaces, kind } = heard
  return { spaces, kind, tell: told(world, heard, way, span) }
}
