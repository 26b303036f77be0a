import type { ConversationPage, LiveEvent, Message, NewsPage, TalkPage, TodayPage } from '@oppen/contract'
import type { QueryClient } from '@tanstack/react-query'

type Told = Extract<LiveEvent, { what: 'message' }> & { readonly message: Message }

/** Puts a message that was shown into the conversation that is open here; false where it cannot stand there without reading. */
export function putShown(client: QueryClient, queryKey: readonly unknown[], message: Message): boolean {
  const page = client.getQueryData<ConversationPage>(queryKey)
  // what is not open here is read when it is
  if (!page) return true
  const { messages, after } = page.stretch
  if (after) return true
  if (page.id === null) return false
  if (messages.some(one => one.id === message.id)) return true
  const stretch = {
    ...page.stretch,
    messages: [...messages, message].sort((one, other) => one.at - other.at),
  }
  client.setQueryData<ConversationPage>(queryKey, { ...page, stretch })
  return true
}

/** What is counted here is read again after so long, in case it went wrong. */
const CHECKED = 30_000
const toCheck = new Set<string>()

/** Reads something again after a while, once for all that happens meanwhile; not all screens at the same moment. */
function checkLater(client: QueryClient, queryKey: readonly string[]): void {
  const name = queryKey.join(' ')
  if (toCheck.has(name)) return
  toCheck.add(name)
  setTimeout(
    () => {
      toCheck.delete(name)
      void client.invalidateQueries({ queryKey, exact: true })
    },
    CHECKED * (0.5 + Math.random()),
  )
}

function checkCounts(client: QueryClient, spaceId: string): void {
  checkLater(client, ['talk', spaceId])
  checkLater(client, ['today'])
}

/**
 * Counts a message by somebody else as new, in the list of a space's talk and for the day; false where the day has to be read:
 * a class in which nothing was new may be one that is hidden.
 */
export function countShown(client: QueryClient, { spaceId, conversationId, message }: Told): boolean {
  checkCounts(client, spaceId)
  client.setQueryData<TalkPage>(
    ['talk', spaceId],
    page => page && countedIn(page, conversationId, 1, message.at),
  )
  const today = client.getQueryData<TodayPage>(['today'])
  if (!today) return true
  if (!today.talk.some(one => one.spaceId === spaceId)) return false
  client.setQueryData<TodayPage>(['today'], page => page && countedToday(page, spaceId, 1))
  return true
}

/** Counts a message by somebody else in the feed; which line of it that is, is read later. */
export function countInNews(client: QueryClient, by = 1): void {
  if (!client.getQueryData(['news'])) return
  checkLater(client, ['news'])
  client.setQueryData<NewsPage>(['news'], page => page && { ...page, fresh: within(page.fresh + by) })
}

/** Counts messages of a conversation as read here. */
export function countRead(
  client: QueryClient,
  { spaceId, conversationId }: Pick<Told, 'spaceId' | 'conversationId'>,
  read: number,
): void {
  checkCounts(client, spaceId)
  countInNews(client, -read)
  client.setQueryData<TalkPage>(['talk', spaceId], page => page && countedIn(page, conversationId, -read))
  client.setQueryData<TodayPage>(['today'], page => page && countedToday(page, spaceId, -read))
}

const within = (count: number): number => Math.max(0, count)

function countedIn(page: TalkPage, id: string, by: number, at?: number): TalkPage {
  const move = <T extends { id: string; newMessages: number; lastAt: number | null }>(list: T[]): T[] =>
    list.map(one =>
      // a list that was read after the message was shown has it already
      one.id === id && (at === undefined || at > (one.lastAt ?? 0))
        ? {
            ...one,
            newMessages: within(one.newMessages + by),
            lastAt: at ?? one.lastAt,
          }
        : one,
    )
  return { ...page, rooms: move(page.rooms), letters: move(page.letters) }
}

function countedToday(page: TodayPage, spaceId: string, by: number): TodayPage {
  return {
    ...page,
    talk: page.talk.map(one =>
      one.spaceId === spaceId ? { ...one, newMessages: within(one.newMessages + by) } : one,
    ),
  }
}
