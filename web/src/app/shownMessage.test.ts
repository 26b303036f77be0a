import type { ConversationPage, Message, TalkPage, TodayPage } from '@oppen/contract'
import { QueryClient } from '@tanstack/react-query'
import { describe, expect, it } from 'vitest'
import { countRead, countShown, putShown } from './shownMessage.js'

const message = (id: string, at: number): Message => ({
  ...{
    id: id as never,
    by: 'Ms Kestrel',
    mine: false,
    side: 'teacher',
    html: '<p>x</p>',
    files: [],
    at,
    edited: false,
  },
  ...{ state: 'shown', word: '', removedBy: null, answers: null, reactions: [], reports: [] },
  ...{ mayRemove: false, editUntil: null },
})
const page = (messages: Message[], after = false) =>
  ({ id: 'v', position: 0, stretch: { messages, before: false, after } }) as unknown as ConversationPage

describe('a message that was told', () => {
  const key = ['talk', 'c', 'room', 'v']
  const shown = (client: QueryClient) =>
    client.getQueryData<ConversationPage>(key)?.stretch.messages.map(one => one.id)

  it('stands in its place, once, however often and in whichever order it is told', () => {
    const client = new QueryClient()
    client.setQueryData(key, page([message('a', 1)]))
    for (const one of [message('c', 3), message('b', 2), message('c', 3)])
      expect(putShown(client, key, one)).toBe(true)
    expect(shown(client)).toEqual(['a', 'b', 'c'])
  })

  it('does not close a gap that is still to be read, and needs a page that has begun', () => {
    const client = new QueryClient()
    client.setQueryData(key, page([message('a', 1)], true))
    expect(putShown(client, key, message('b', 2))).toBe(true)
    expect(shown(client)).toEqual(['a'])
    client.setQueryData(key, { ...page([]), id: null })
    expect(putShown(client, key, message('b', 2))).toBe(false)
    expect(putShown(client, ['elsewhere'], message('b', 2))).toBe(true)
  })

  it('is counted for the day and in the list, and counted off once it was read, never below nothing', () => {
    const client = new QueryClient()
    const told = { what: 'message', spaceId: 'c', conversationId: 'v', message: message('a', 5) } as never
    client.setQueryData(['today'], { talk: [{ spaceId: 'c', newMessages: 1, waiting: 0 }] })
    client.setQueryData(['talk', 'c'], { rooms: [{ id: 'v', newMessages: 1, lastAt: 2 }], letters: [] })
    expect(countShown(client, told)).toBe(true)
    const counts = () => [
      client.getQueryData<TodayPage>(['today'])?.talk[0]?.newMessages,
      client.getQueryData<TalkPage>(['talk', 'c'])?.rooms[0]?.newMessages,
      client.getQueryData<TalkPage>(['talk', 'c'])?.rooms[0]?.lastAt,
    ]
    expect(counts()).toEqual([2, 2, 5])
    // the list may have been read when it was there already
    countShown(client, told)
    expect(counts()[1]).toBe(2)
    countRead(client, { spaceId: 'c' as never, conversationId: 'v' as never }, 1)
    client.setQueryData(['talk', 'c'], { rooms: [{ id: 'v', newMessages: 2, lastAt: 5 }], letters: [] })
    countRead(client, { spaceId: 'c' as never, conversationId: 'v' as never }, 1)
    expect(counts()).toEqual([1, 1, 5])
    countRead(client, { spaceId: 'c' as never, conversationId: 'v' as never }, 9)
    expect(counts()).toEqual([0, 0, 5])
    // of a class that the day does not have yet it is not known whether it is hidden
    client.setQueryData(['today'], { talk: [] })
    expect(countShown(client, told)).toBe(false)
  })
})
